import { planJob } from '../../core/plan/planJob'
import type { PlanInputs } from '../../core/plan/planInputs'
import type { Standing } from '../../core/plan/tasks/standing'
import type { AccessIssue, Plan } from '../../core/plan/types'
import { buildRecord, type JobRecord } from '../../core/job/record/buildRecord'
import { carOf } from '../../core/job/state/carOf'
import { fold } from '../../core/job/state/evolve'
import { laidOverBy, sheetOfJob } from '../../core/job/state/sheetOfJob'
import { allPages, type Paper } from '../../core/making/templatePages'
import { alongTheLine, workOut, type LineInMaking } from '../../core/making/workOut'
import type { Result } from '../../core/result'
import { resolveSheet } from '../../core/sheet/resolveSheet'
import type { Car, Pack, Sheet } from '../../core/sheet/types'
import { limits } from '../../shared/limits'
import { computations, type ComputeName } from '../../shared/compute'
import { toEvent, type EventRow } from '../sql/jobs/jobRows'
import { templateWords } from '../../shared/words/templateWords'
import { parseJson } from '../utils/json'
import { ProblemError } from '../utils/problemError'
import { readPack } from '../utils/readPack'
import { readRevision } from '../utils/readRevision'
import { redrawPhoto } from '../utils/redrawPhoto'
import { writeRecordPdf } from '../utils/writeRecordPdf'
import { writeTemplatesPdf } from '../utils/writeTemplatesPdf'

const textOf = (bytes: Uint8Array): string => Buffer.from(bytes).toString('utf8')

/** Every row is read, and believed only then. */
function recordOf({ rows, sheet }: { rows: readonly EventRow[]; sheet: Sheet }): JobRecord {
  const events = rows.map(toEvent)
  const state = fold(events)!
  const resolution = resolveSheet(sheetOfJob(sheet, laidOverBy(state)), carOf(state))
  if (resolution.applies === 'no') throw new RangeError(`the sheet ${sheet.id} is for another ${resolution.why}`)
  return buildRecord(resolution.resolved, state, events)
}

/**
 * What takes long or may take long, done in the server's worker pool (server/utils/workers.ts): pure functions of plain data. What goes in
 * and out is copied between threads, so a request comes as the bytes it arrived in and an answer leaves as the text it is sent as.
 */
export const tasks = {
  plan({ sheet, car, inputs, standing }: { sheet: Sheet; car: Car; inputs: PlanInputs; standing?: Standing }): Result<Plan, AccessIssue> {
    const resolution = resolveSheet(sheet, car)
    if (resolution.applies === 'no') throw new RangeError(`the sheet ${sheet.id} is for another ${resolution.why}`)
    return planJob(resolution.resolved, inputs, standing)
  },
  compute({ name, body }: { name: ComputeName; body: Uint8Array }): string {
    const outcome = computations[name].run(parseJson(textOf(body), limits.computedValues), () => performance.now())
    if (!outcome.ok) throw new ProblemError('COMPUTE_REFUSED', outcome.message, { errors: outcome.errors })
    return JSON.stringify(outcome.value)
  },
  readPack: ({ body }: { body: Uint8Array }): Pack => readPack(parseJson(textOf(body))),
  readRevision: ({ body }: { body: Uint8Array }): { sheet: Sheet; notes: string[] } =>
    readRevision(parseJson(textOf(body), limits.computedValues)),
  redrawPhoto: ({ bytes }: { bytes: Uint8Array }): Promise<{ bytes: Uint8Array; width: number; height: number }> => redrawPhoto(bytes),
  /** The line on paper at true size; its marks hang on no order of bends, so none is looked for. */
  templatesPdf: ({ line, paper }: { line: LineInMaking; paper: Paper }) => {
    const worked = workOut(line, alongTheLine(line))
    return writeTemplatesPdf(allPages(worked.made ?? line.rows, worked, paper, templateWords))
  },
  record: recordOf,
  recordPdf: ({
    rows,
    sheet,
    workshop,
    zone,
    photos,
  }: {
    rows: readonly EventRow[]
    sheet: Sheet
    workshop: string
    zone: string
    photos: Map<string, Uint8Array>
  }) => writeRecordPdf(recordOf({ rows, sheet }), sheet, { workshop, zone }, photos),
}
export type Tasks = typeof tasks
export type TaskName = keyof Tasks
export type TaskInput<N extends TaskName> = Parameters<Tasks[N]>[0]
export type TaskOutput<N extends TaskName> = Awaited<ReturnType<Tasks[N]>>
