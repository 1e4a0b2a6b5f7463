import { fail, type Result } from '../../result'
import type { BodyOf, JobCommand, JobState, Mark, Refusal, Role } from '../types'
import type { Context, Decision, Of } from './decision'

export type CommandType = JobCommand['type']

/** Hands on the car. */
export const workers: readonly Role[] = ['technician', 'lead', 'admin']
export const anyone: readonly Role[] = ['technician', 'lead', 'desk', 'admin']
export const leads: readonly Role[] = ['lead', 'admin']

/** Whether an act is taken while it stands so with the car or the job. Each row says every one of them: there is no default. */
type TakenWhile = {
  /** The engine runs: hands do nothing on the car but look, read, measure and shut what was read. */
  running: boolean
  /** The pedal is propped: what stands under pressure is not opened, nor bled, nor felt. */
  propped: boolean
  /** The job is left for later: it is made safe all the same (lowered, covered, its openings capped). */
  paused: boolean
  signedOff: boolean
  /** The job is full: what secures the car, what was wrong in what was said, and how the job ends is always to be said. */
  full: boolean
}
/** What an act is worth, once said. */
export type Worth = {
  /**
   * It counts although nobody is sure who said it: that something was opened, drained or taken off makes work due, and a car is not given
   * back on the hope that it is not so. What closes, proves or decides anything counts for nothing until a lead has looked. Common
   * practice, no source.
   */
  held: boolean
  /** It can be taken back; what was decided is decided anew instead. */
  undone: boolean
  /** Something later may rest on it; what stands beside the work keeps nothing from being taken back. */
  base: boolean
}

/** All that core knows of one command. `decide`: may it happen, and what is then on record; `apply`: the job with that on record. */
export type CommandRule<T extends CommandType> = {
  roles: readonly Role[]
  taken: TakenWhile
  counts: Worth
  decide: (state: JobState, command: Of<T>, context: Context) => Decision
  apply: (state: JobState, body: BodyOf<T>, mark: Mark) => JobState
}
export type CommandRules = { readonly [T in CommandType]: CommandRule<T> }

/** Refused for want of a word of why, or of whom. */
export const reasonNeeded = (field: string): Result<never, Refusal> => fail({ code: 'JOB_REASON_NEEDED', field })
