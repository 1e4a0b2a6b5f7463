import { proofsOf } from '../owed/proofsOf'
import { seizedPath } from '../../fittings/seizedPath'
import { assertNever, fail, ok } from '../../result'
import { linesOf } from '../../sheet/jointLines'
import type { Joint } from '../../sheet/types'
import { disturbedAt, isOff, leakMinutesOf, pressureSeconds, pressureSourceOf, pressuresSince } from '../state/carState'
import { guarded, isOutOfCar, unknown, withReason, type Context, type Decision, type Of } from './decision'
import { judgeTorque } from './judgeTorque'
import { isGone } from '../state/partEffects'
import type { JobState } from '../types'

/** A joint that does not move is a joint that is still shut; what may be tried depends on what is around it. */
export function decideSeized(state: JobState, command: Of<'jointSeized'>, { resolved }: Context): Decision {
  const joint = resolved.joints.find(candidate => candidate.id === command.joint)
  if (!joint) return unknown('joint', command.joint)
  const record = state.joints[joint.id]
  if (record?.opened && !record.seated) return fail({ code: 'JOB_JOINT_STATE', joint: joint.id, needs: 'closed' })
  const step = seizedPath(resolved, joint, state.scope).find(candidate => candidate.remedy === command.remedy)
  return step?.barred ? fail({ code: 'JOB_REMEDY_BARRED', joint: joint.id, remedy: command.remedy, because: step.barred }) : ok(command)
}

export type JointCommand =
  | Of<'jointOpened'>
  | Of<'jointCapped'>
  | Of<'sealFitted'>
  | Of<'sealUnavailable'>
  | Of<'jointSeated'>
  | Of<'jointTorqued'>
  | Of<'leakChecked'>

/** Refuses what the joint as it stands does not allow: opened twice, seated without its seals, torqued before it is seated. */
export function decideJoint(state: JobState, command: JointCommand, context: Context): Decision {
  const joint = context.resolved.joints.find(candidate => candidate.id === command.joint)
  if (!joint || isGone(context.resolved, state, joint.id)) return unknown('joint', command.joint)
  if (!state.inputs) return fail({ code: 'JOB_NOT_PLANNED' })
  const record = state.joints[joint.id] ?? {}
  const needs = (what: 'closed' | 'opened' | 'seals' | 'seated'): Decision =>
    fail({ code: 'JOB_JOINT_STATE', joint: joint.id, needs: what })
  if (command.type === 'sealUnavailable')
    return joint.seals.some(seal => seal.id === command.seal) ? ok(command) : unknown('seal', command.seal)
  if (command.type === 'jointOpened')
    return record.opened && !record.seated ? needs('closed') : (guarded('open', state, context) ?? ok(command))
  if (!record.opened) return needs('opened')
  const oneTime = joint.seals.filter(seal => seal.reuse === 'never').map(seal => seal.id)
  switch (command.type) {
    case 'jointCapped':
      return ok(command)
    case 'sealFitted': {
      // Two O-rings in one bore leak: the old one has to be seen to have come out.
      if (!command.oldOut) return fail({ code: 'JOB_OLD_SEAL', joint: joint.id })
      const missing = oneTime.filter(id => !command.seals.includes(id))
      return missing.length > 0 ? fail({ code: 'JOB_SEAL_MISSING', joint: joint.id, seals: missing }) : ok(command)
    }
    case 'jointSeated': {
      const beside = linesOf(joint).find(line => isOutOfCar(state, line))
      if (beside !== undefined) return fail({ code: 'JOB_LINE_STATE', line: beside, needs: 'laid-in' })
      if (oneTime.some(id => !record.sealed?.seals.includes(id))) return needs('seals')
      const missing = proofsOf(context.resolved, state, joint).filter(proof => !command.proofs.includes(proof))
      return missing.length > 0 ? fail({ code: 'JOB_PROOF_MISSING', joint: joint.id, proofs: missing }) : ok(command)
    }
    case 'jointTorqued': {
      if (!record.seated) return needs('seated')
      const judged = judgeTorque(joint, joint.id, command, context.person)
      return judged.ok ? ok({ ...command, ...judged.value }) : judged
    }
    case 'leakChecked':
      return decideLeak(state, joint, command, context)
    default:
      return assertNever(command)
  }
}

function decideLeak(state: JobState, joint: Joint, command: Of<'leakChecked'>, { resolved, at, recordedAt, device }: Context): Decision {
  const record = state.joints[joint.id]!
  if (!record.seated) return fail({ code: 'JOB_JOINT_STATE', joint: joint.id, needs: 'seated' })
  // A leak seen is a leak, however short the pressure has stood; dry takes the whole time, and pressure now.
  if (command.result !== 'dry') return ok(command)
  // Nobody sees through a cover.
  const cover = joint.hiddenBy.find(id => !isOff(state, id))
  if (cover !== undefined) return fail({ code: 'JOB_HIDDEN', joint: joint.id, operation: cover })
  const by = pressureSourceOf(resolved.sheet)
  const under = pressuresSince(state, by, disturbedAt(record))
  if (under.length === 0) return fail({ code: 'JOB_TIMER_NOT_STARTED', timer: 'leak' })
  if (under.at(-1)!.to) return fail({ code: 'JOB_NO_PRESSURE', by })
  const left = leakMinutesOf(resolved.sheet) * 60 - pressureSeconds(under, { at, recordedAt, device })
  return left > 0 ? fail({ code: 'JOB_TIMER_RUNNING', timer: 'leak', secondsLeft: Math.ceil(left) }) : ok(command)
}

/** Refuses a trace of a leak that nobody saw. */
export function decideTraced(state: JobState, command: Of<'leakTraced'>, { resolved }: Context): Decision {
  if (!resolved.joints.some(({ id }) => id === command.joint)) return unknown('joint', command.joint)
  const leak = state.joints[command.joint]?.leak
  return leak && leak.result !== 'dry' ? withReason(command, 'note') : fail({ code: 'JOB_NO_LEAK', joint: command.joint })
}
