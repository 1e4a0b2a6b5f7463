import { fail, ok, type Result } from '../../result'
import { practiceFor } from '../../fittings/jointKinds'
import { settleWindow } from '../../sheet/settleContested'
import type { Joint, Slug } from '../../sheet/types'
import { checkTorque, workingWindow } from '../../torque/checkTorque'
import { torqueFromSetting } from '../../torque/correctForAdapter'
import { toSi } from '../../units/convertUnit'
import { outOfReason } from './outOfReason'
import type { Person, Refusal, TorqueJudged, TorqueSaid } from '../types'

/**
 * A word about a torque, held against what the sheet says: inside its window, turned where the sheet states a turn, or where it states
 * nothing and general practice turns; anything else takes a lead with a reason.
 */
export function judgeTorque(
  { torque: stated, turn, kind }: Partial<Pick<Joint, 'torque' | 'turn' | 'kind'>>,
  target: Slug,
  said: TorqueSaid,
  person: Person,
): Result<TorqueJudged, Refusal> {
  const { how, entered, adapter } = said
  const accepted = (judged: TorqueJudged, otherwise: Refusal): Result<TorqueJudged, Refusal> => {
    if (person.role !== 'lead') return fail(otherwise)
    return said.reason?.trim() ? ok(judged) : fail({ code: 'JOB_REASON_NEEDED', field: 'reason' })
  }
  const words: TorqueSaid = {
    how,
    ...(entered && { entered }),
    ...(adapter && { adapter }),
    ...(said.reason !== undefined && { reason: said.reason }),
    // Only a wrench that measures has anything to stream.
    ...(entered && said.instrument && { instrument: said.instrument }),
  }
  if (how === 'turn' && turn) return ok({ ...words, verdict: 'not-measured' })
  const settled = settleWindow(stated ?? 'unknown')
  // Where nobody knows a torque, what general practice does is marked as that.
  const isPractice = settled.kind === 'unknown' && kind !== undefined && practiceFor(kind).code === 'snug-and-turn'
  if (how === 'turn' && isPractice) return ok({ ...words, practice: true, verdict: 'not-measured' })
  if (how === 'turn' || how === 'feel') return accepted({ ...words, verdict: 'not-measured' }, { code: 'JOB_BY_FEEL', target })
  // Through an adapter that nobody has described, what the wrench showed says nothing.
  if (!entered || (how === 'adapter' && !adapter)) return fail({ code: 'JOB_TORQUE_NEEDED', target })
  const setting = toSi('torque', entered)
  const torque = how === 'adapter' ? torqueFromSetting(setting, adapter!) : setting
  const absurd = outOfReason('torque', torque)
  if (absurd) return fail(absurd)
  if (settled.kind === 'unknown') return ok({ ...words, torque, verdict: 'not-measured' })
  const { window } = workingWindow(settled.value)
  const { verdict } = checkTorque(torque, settled.value)
  const judged: TorqueJudged = { ...words, torque, window, verdict }
  return verdict === 'inside' ? ok(judged) : accepted(judged, { code: 'JOB_TORQUE_OUTSIDE', target, torque, window, verdict })
}
