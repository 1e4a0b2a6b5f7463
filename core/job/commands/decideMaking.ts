import { shortAfterCutOff } from '../../making/afterCutOff'
import { blockersOf, lockedOut, undoneWith } from '../../making/makeActs'
import { breachesOf, usualRules } from '../../making/makingRules'
import { workOut } from '../../making/workOut'
import { fail, ok } from '../../result'
import { toSi } from '../../units/convertUnit'
import { unknown, withReason, type Context, type Decision, type Of } from './decision'
import { actsDone } from '../state/madeHere'
import type { JobState, Refusal } from '../types'

/** mm; a flare and what tore behind it: more is a new piece of tube. Common practice, no source. */
const mostCutOff = 100
type MakingCommand = Of<'makingSaid'> | Of<'makeActDone'> | Of<'rebent'> | Of<'endCutOff'> | Of<'lineMade'>
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
  if (command.type === 'endCutOff') {
    const { end } = command
    const formed = acts.find(({ kind, end: own }) => kind === 'form' && own === end)
    if (!formed) return refuse('unknown')
    if (!done.has(formed.id)) return refuse('first', { act: formed })
    const off = toSi('length', command.off)
    if (off <= 0 || off > mostCutOff) return fail({ code: 'JOB_QUANTITY_RANGE', dimension: 'length', value: off, low: 0, high: mostCutOff })
    const cutOffs = [...state.making[line]!.cutOffs, { end, off }]
    const short = shortAfterCutOff(said.making, done, cutOffs)
    // What it becomes is tried where it belongs, when its length is in doubt.
    const kept = [...done].filter(id => ![`deburr:${end}`, `form:${end}`, `inspect:${end}`, short === 0 ? '' : 'trial-fit'].includes(id))
    return ok({ ...command, mm: off, ...(short !== undefined && { short }), undone: [...done].filter(id => !kept.includes(id)) })
  }
  const act = acts.find(({ id }) => id === command.act)
  if (!act) return refuse('unknown')
  if (done.has(act.id)) return refuse('done', { act })
  const locked = lockedOut(acts, done, act.id)
  if (locked) return refuse('locked', { act: locked })
  const [first] = blockersOf(acts, done, act.id)
  return first ? refuse('first', { act: first }) : ok(command)
}
