import type { Planned } from '../../plan/knownPlans'
import type { PlanInputs } from '../../plan/planInputs'
import type { MakingRules } from '../../making/makingRules'
import type { Result } from '../../result'
import { fail, ok } from '../../result'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import { toSi } from '../../units/convertUnit'
import type { Entered, Millilitres } from '../../units/types'
import { dueBefore } from '../owed/obligations'
import { outOfReason } from './outOfReason'
import type { Gate, JobBody, JobCommand, JobState, Obligation, Person, Refusal } from '../types'

/** What every family of decisions (decide*.ts) goes by. */
export type Context = {
  /** `newer`: the revision a job is to be moved to, for this car. */
  resolved: ResolvedSheet
  newer?: ResolvedSheet
  /** What lines may be made of where this shop works; without: what is usual. */
  makingRules?: MakingRules
  /** The planner, or what knows its plan already: of wholeInputs of what is asked. */
  plan: (resolved: ResolvedSheet, inputs: PlanInputs) => Planned
  person: Person
  device: string
  /** As many entries as the device had heard of; absent: all there are. */
  seen?: number
  /** The device's clock and, on the server, the server's. */
  at: string
  recordedAt?: string
}
export type Decision = Result<JobBody, Refusal>
export type Of<T extends JobCommand['type']> = Extract<JobCommand, { type: T }>

/** The refusal of an act whose gate is shut: what has to be done first. */
export function guarded(
  gate: Gate,
  state: JobState,
  { resolved }: Context,
  isMeant: (owed: Obligation) => boolean = () => true,
): Decision | undefined {
  const due = dueBefore(gate, resolved, state).filter(isMeant)
  return due.length > 0 ? fail({ code: 'JOB_GATE', gate, due }) : undefined
}

/** Refused: the sheet has no such thing. */
export const unknown = (what: Extract<Refusal, { code: 'JOB_UNKNOWN_TARGET' }>['what'], id: string): Decision =>
  fail({ code: 'JOB_UNKNOWN_TARGET', what, id })

/** Said with a word of why, or not at all. */
export const withReason = <C extends JobBody>(command: C, field: keyof C & string): Decision => {
  const said = command[field]
  return typeof said === 'string' && said.trim() ? ok(command) : fail({ code: 'JOB_REASON_NEEDED', field })
}

/** An amount as it was entered, in mL; refused when it is out of all reason. */
export function volumeOf(entered: Entered<'volume'>): Result<Millilitres, Refusal> {
  const volume = toSi('volume', entered)
  const refusal = outOfReason('volume', volume)
  return refusal ? fail(refusal) : ok(volume)
}

/** Opened and not seated again. */
export const isApart = (record: JobState['joints'][string] | undefined): boolean =>
  record?.opened !== undefined && record.seated === undefined
/** Out, and nothing in its place yet. */
export const isOutOfCar = (state: JobState, line: string): boolean =>
  state.lines[line]?.out !== undefined && state.lines[line]?.in === undefined
