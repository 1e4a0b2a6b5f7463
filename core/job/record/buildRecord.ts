import type { Service } from '../../plan/goals/services'
import { settleValue } from '../../sheet/settleContested'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Caution } from '../../sheet/types'
import type { JobEvent, JobState, JobVehicle } from '../types'
import { linesRecord, type LinesRecord } from './linesRecord'
import { torqueRecord, type TorqueRecord } from './torqueRecord'
import { fluidRecord, type FluidRecord } from './fluidRecord'
import { jointRecord, type JointRecord } from './jointRecord'
import { partRecord, type PartRecord } from './partRecord'
import { notedRecord, type NotedRecord } from './notedRecord'
import { endRecord, type EndRecord } from './endRecord'

/** A job as it is handed over: plain data, format `efferent.job-record/3`, the same for page, print, PDF, JSON and CSV. */
export type JobRecord = LinesRecord &
  TorqueRecord &
  FluidRecord &
  JointRecord &
  PartRecord &
  NotedRecord &
  EndRecord & {
    format: 'efferent.job-record/3'
    job: string
    number: number
    openedAt: string
    openedBy: string
    vehicle: JobVehicle
    customer: string
    complaint?: string
    sheet: { id: string; revision: number; title: string; fluid: string | undefined }
    service?: Service
    cautions: Caution[]
    lookNext: readonly string[]
    /** Every event ever recorded, corrections among them. */
    events: readonly JobEvent[]
  }

/**
 * `events` is the whole list as stored; the state is its fold. Nothing is left out because it was corrected: corrections are part of the
 * record.
 */
export function buildRecord(resolved: ResolvedSheet, state: JobState, events: readonly JobEvent[]): JobRecord {
  const { sheet } = resolved
  const fluid = settleValue(sheet.fluid.spec)
  return {
    format: 'efferent.job-record/3',
    job: state.id,
    number: state.opened.number,
    openedAt: state.openedAt,
    openedBy: state.openedBy,
    vehicle: state.opened.vehicle,
    customer: state.opened.customer,
    complaint: state.opened.complaint,
    sheet: { id: sheet.id, revision: sheet.revision, title: sheet.title, fluid: fluid.kind === 'unknown' ? undefined : fluid.value },
    service: state.service?.what,
    cautions: sheet.cautions
      .filter(caution => caution.phase === 'close' || caution.kind === 'law')
      .map(({ kind, text }) => ({ kind, text })),
    lookNext: sheet.proving.lookNext,
    ...linesRecord(resolved, state),
    ...torqueRecord(resolved, state),
    ...fluidRecord(resolved, state),
    ...jointRecord(resolved, state),
    ...partRecord(resolved, state),
    ...notedRecord(resolved, state),
    ...endRecord(resolved, state),
    events,
  }
}
