import type { Stage } from '#core/job/steps/stages'
import type { JobRow } from '#shared/schemas/jobRow'

const over: readonly Stage[] = ['signed-off', 'ended', 'handed-over']
/** Jobs that are being worked on a car, those on one sheet where it is named; in the order they were opened. */
export const jobsOn = (rows: readonly JobRow[], vehicle: string | undefined, sheet?: string): JobRow[] =>
  vehicle === undefined
    ? []
    : rows.filter(row => row.vehicleId === vehicle && (sheet === undefined || row.sheet === sheet) && !over.includes(row.summary.stage))
