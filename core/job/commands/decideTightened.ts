import { fail, ok } from '../../result'
import { isOff, runningSince } from '../state/carState'
import { unknown, type Context, type Decision, type Of } from './decision'
import { judgeTorque } from './judgeTorque'
import { torquesAsked } from '../owed/torquesAsked'
import type { JobState, TorqueJudged } from '../types'

/** Refuses torques that were not asked for, and those that are missing. */
export function decideTightened(state: JobState, command: Of<'tightened'>, context: Context): Decision {
  const { thing, target, torques } = command
  const found = torquesAsked(context.resolved.sheet, target)
  if (found?.thing !== thing) return unknown(thing, target)
  const { asked } = found
  if (torques.length !== asked.length) return fail({ code: 'JOB_TORQUE_GROUPS', target, expected: asked.length, got: torques.length })
  const needs = (what: 'on' | 'fastened'): Decision => fail({ code: 'JOB_THING_STATE', target, needs: what })
  if (thing === 'operation' && (isOff(state, target) || !state.operations[target]?.on)) return needs('on')
  if (thing === 'hold' && !state.holds[target]?.fastened) return needs('fastened')
  if (thing !== 'level' && thing !== 'fill' && runningSince(state)) return fail({ code: 'JOB_ENGINE', is: 'running' })
  const judged: (TorqueJudged | null)[] = []
  for (const [i, one] of asked.entries()) {
    const said = torques[i]
    if (one === undefined) judged.push(null)
    else {
      if (!said) return fail({ code: 'JOB_TORQUE_NEEDED', target })
      const judgement = judgeTorque(one, target, said, context.person)
      if (!judgement.ok) return judgement
      judged.push(judgement.value)
    }
  }
  return ok({ ...command, torques: judged })
}
