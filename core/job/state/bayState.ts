import type { Joint, Slug } from '../../sheet/types'
import { isTight, jointStatus, type JointStatus } from './jointStatus'
import type { JobEvent, JobState, JointRecord } from '../types'

/** How many of the joints are tight again; those the new parts do without never are. Our own. */
export function countTight(
  joints: readonly Joint[],
  dropped: ReadonlySet<Slug>,
  state: JobState | undefined,
): { done: number; of: number } {
  const wanted = joints.filter(({ id }) => !dropped.has(id))
  return { done: wanted.filter(joint => isTight(joint, state?.joints[joint.id])).length, of: wanted.length }
}

/** How each joint stands, by its id. */
export const statusOfJoints = (joints: readonly Joint[], state: JobState | undefined): Record<Slug, JointStatus> =>
  Object.fromEntries(joints.map(joint => [joint.id, jointStatus(joint, state?.joints[joint.id])]))

/** For each hold that was touched: is it fastened again? */
export const holdsFastened = (state: JobState | undefined): Record<Slug, boolean> =>
  Object.fromEntries(Object.entries(state?.holds ?? {}).map(([hold, record]) => [hold, record.fastened !== undefined]))

/** A leak was seen here and nobody has tightened it since. */
export const isWeeping = (record: JointRecord | undefined): boolean =>
  record?.leak !== undefined && record.leak.result !== 'dry' && (record.torqued === undefined || record.torqued.n < record.leak.n)

const decisions: readonly string[] = ['opened', 'planned', 'traitsLearned', 'scopeChosen']
/** The last thing done on the car: what “take back” is about. Decisions about the job are changed by deciding again. */
export const lastAct = (state: JobState | undefined): JobEvent | undefined =>
  state?.effective.findLast(event => !decisions.includes(event.body.type))
