import { scopeOf, type ScopeInputs } from '../../plan/goals/listGoals'
import { wholeInputs } from '../../plan/goals/wholeInputs'
import { fail, ok } from '../../result'
import { chosenPart } from '../../sheet/chosenPart'
import { traitsImplied } from '../../sheet/evaluatePredicate'
import { unknown, type Context, type Decision, type Of } from './decision'
import type { JobState } from '../types'

/** What was looked at on the car, by the sheet's questions and answers, with all that follows from it. */
export function decideTraits(command: Of<'traitsLearned'>, { resolved }: Context): Decision {
  const question = resolved.sheet.questions.find(candidate => candidate.id === command.question)
  if (!question) return unknown('question', command.question)
  const answer = question.answers.find(candidate => candidate.id === command.answer)
  if (!answer) return unknown('answer', command.answer)
  return ok({ ...command, traits: traitsImplied(answer.implies) })
}

/** Refuses lines that cannot be planned together, leaving out one that is replaced, and another part for one that is in. */
export function decideScope(state: JobState, inputs: ScopeInputs, { resolved }: Context): Decision | undefined {
  const scope = scopeOf(resolved, inputs)
  if (!scope.ok) return fail({ code: 'JOB_ACCESS', issue: scope.error })
  // What is begun may be left for another day: the old line goes back, and all that was opened is closed again. What is in is in.
  const replaced = state.scope.find(line => {
    const { in: laidIn, which } = state.lines[line] ?? {}
    return !inputs.lines.includes(line) && laidIn !== undefined && which !== 'old'
  })
  if (replaced !== undefined) return fail({ code: 'JOB_LINE_REPLACED', line: replaced })
  const renamed = resolved.lines.find(line => {
    const { in: laidIn, which } = state.lines[line.id] ?? {}
    return laidIn && which !== 'old' && chosenPart(line, inputs.parts)?.id !== chosenPart(line, state.inputs?.parts)?.id
  })
  return renamed && fail({ code: 'JOB_PART_IN', line: renamed.id })
}

/** Refuses what cannot be planned; on record is what was asked for, whole, and the planner. */
export function decidePlan(state: JobState, command: Of<'planned'>, context: Context): Decision {
  const inputs = wholeInputs(context.resolved, command.inputs)
  const refused = decideScope(state, inputs, context)
  if (refused) return refused
  const plan = context.plan(context.resolved, inputs)
  return plan.ok ? ok({ ...command, inputs, planner: plan.value.planner }) : fail({ code: 'JOB_ACCESS', issue: plan.error })
}

/** The way that was to be tried first hangs: it is ruled out, and the rest is planned by another. */
export function decideHung(state: JobState, command: Of<'wayHung'>, { resolved }: Context): Decision {
  if (!state.inputs) return fail({ code: 'JOB_NOT_PLANNED' })
  const scope = scopeOf(resolved, state.inputs)
  if (!scope.ok) return fail({ code: 'JOB_ACCESS', issue: scope.error })
  const goal = scope.value.goals.find(({ kind, target }) => kind === command.goal.kind && target === command.goal.target)
  return goal?.ways[command.way]?.tryFirst ? ok(command) : unknown('way', `${command.goal.target} ${command.way}`)
}
