import { blockersOf, lockedOut, undoneWith } from '../making/makeActs'
import { breachesOf, usualRules } from '../making/makingRules'
import { workOut } from '../making/workOut'
import { fail, ok } from '../result'
import { unknown, withReason, type Context, type Decision, type Of } from './decision'
import { actsDone } from './madeHere'
import type { JobState, Refusal } from './types'

type MakingCommand = Of<'makingSaid'> | Of<'makeActDone'> | Of<'rebent'> | Of<'lineMade'>
type Why = Extract<Refusal, { code: 'JOB_MAKE' }>['why']

/** Refuses an act before its time, one that a flare or a bend has locked out, and a line said to be made while something of it is left. */
export function decideMaking(state: JobState, command: MakingCommand, context: Context): Decision {
  const { line } = command
  const refuse = (why: Why, more: Partial<Extract<Refusal, { code: 'JOB_MAKE' }>> = {}): Decision =>
    fail({ code: 'JOB_MAKE', line, why, ...more })
  if (!context.resolved.lines.some(({ id }) => id === line) || !state.scope.includes(line)) return unknown('line', line)
  if (state.lines[line]?.in && state.lines[line].which !== 'old') return refuse('in')
  if (command.type === 'makingSaid') {
    const bends = command.making.rows.filter(({ bend }) => bend > 0).length
    const isWhole = command.order.length === bends && Array.from({ length: bends }, (_, i) => i).every(bend => command.order.includes(bend))
    if (!isWhole) return refuse('unknown')
    const [breach] = breachesOf(command.making, context.resolved.sheet.system, context.makingRules ?? usualRules)
    return breach ? refuse('not-allowed', { breach }) : ok(command)
  }
  if (command.type === 'lineMade' && command.how === 'without') return withReason(command, 'note')
  const said = state.making[line]?.said
  if (!said) return refuse('nothing-said')
  const { acts } = workOut(said.making, said.order)
  const done = actsDone(state, line)
  if (command.type === 'lineMade') {
    const left = acts.find(({ id }) => !done.has(id))
    if (acts.length === 0) return refuse('nothing-said')
    return left ? refuse('left', { act: left }) : ok(command)
  }
  if (command.type === 'rebent') {
    const bend = acts.find(act => act.bend === command.bend)
    if (!bend) return refuse('unknown')
    if (!done.has(bend.id)) return refuse('first', { act: bend })
    // Where the second end is formed already, it is tried in its place all the same.
    const kept = undoneWith(acts, done, 'trial-fit')
    return ok({ ...command, undone: [...done].filter(id => !kept.has(id)) })
  }
  const act = acts.find(({ id }) => id === command.act)
  if (!act) return refuse('unknown')
  if (done.has(act.id)) return refuse('done', { act })
  const locked = lockedOut(acts, done, act.id)
  if (locked) return refuse('locked', { act: locked })
  const [first] = blockersOf(acts, done, act.id)
  return first ? refuse('first', { act: first }) : ok(command)
}
