import { goalKey } from '../../plan/goals/goalKinds'
import { siblingOf } from '../../plan/goals/siblings'
import { fail, ok } from '../../result'
import { decideRevision } from './decideEnd'
import { decideHung, decidePlan, decideScope, decideTraits } from './decidePlan'
import { decideSealing } from './decideSealing'
import { unknown } from './decision'
import type { BodyOf, JobState, Mark } from '../types'
import { anyone, leads, workers, type CommandRules } from './commandRule'

/** Fluid work that was begun is not unwanted by planning again without it. */
function serviceAfter(state: JobState, { inputs }: BodyOf<'planned'>, mark: Mark): JobState['service'] {
  const { service: before } = state
  if (inputs.service !== undefined) return before?.what === inputs.service ? before : { ...mark, what: inputs.service }
  const isBegun = before && [...state.rounds, ...state.extracted, ...state.added].some(({ n }) => n > before.n)
  return isBegun ? before : undefined
}

/** What was compared was the part of before: another one is compared anew. */
const linesAfter = ({ lines, inputs: before }: JobState, { inputs }: BodyOf<'planned'>): JobState['lines'] =>
  Object.fromEntries(
    Object.entries(lines).map(([id, line]) =>
      line.in || before?.parts?.[id] === inputs.parts?.[id]
        ? [id, line]
        : [id, { ...line, received: undefined, compared: undefined, accepted: undefined }],
    ),
  )

/** What a job is about and how it is planned: decided, and decided anew. */
export const planCommands = {
  opened: {
    roles: anyone,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: false, base: true },
    decide: () => fail({ code: 'JOB_ALREADY_OPENED' }),
    apply: () => {
      throw new RangeError('a job is opened once: evolve')
    },
  },
  traitsLearned: {
    roles: anyone,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: false, base: true },
    decide: (_, command, context) => decideTraits(command, context),
    apply: (state, { traits }) => ({ ...state, traits: { ...state.traits, ...traits } }),
  },
  scopeChosen: {
    roles: anyone,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: false, base: true },
    decide: (state, command, context) => decideScope(state, command, context) ?? ok(command),
    apply: (state, { lines }) => ({ ...state, scope: lines, inputs: state.inputs && { ...state.inputs, lines } }),
  },
  planned: {
    roles: anyone,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: false, base: false },
    decide: decidePlan,
    apply: (state, body, mark) => ({
      ...state,
      inputs: body.inputs,
      planner: body.planner,
      scope: body.inputs.lines,
      service: serviceAfter(state, body, mark),
      lines: linesAfter(state, body),
    }),
  },
  wayHung: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideHung,
    apply: (state, { goal, way }) => {
      const forbidden = state.inputs?.forbidden ?? {}
      const key = goalKey(goal.kind, goal.target)
      const ways = [...new Set([...(forbidden[key] ?? []), way])]
      return { ...state, inputs: state.inputs && { ...state.inputs, forbidden: { ...forbidden, [key]: ways } } }
    },
  },
  revisionMoved: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: false, base: true },
    decide: decideRevision,
    apply: (state, { revision }) => ({ ...state, revision }),
  },
  neighbourDecided: {
    roles: anyone,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: false },
    decide: (_, command, { resolved }) => {
      const line = siblingOf(command.neighbour)
      const isThere =
        line === undefined
          ? resolved.sheet.neighbours.some(({ id }) => id === command.neighbour)
          : resolved.lines.some(({ id }) => id === line)
      return isThere ? ok(command) : unknown('neighbour', command.neighbour)
    },
    apply: (state, { type: _type, neighbour, ...decided }, mark) => ({
      ...state,
      // `by` is whose decision it was: over the name in the mark.
      neighbours: { ...state.neighbours, [neighbour]: { ...mark, ...decided } },
    }),
  },
  sealingSaid: {
    roles: leads,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideSealing,
    apply: (state, body, mark) => ({ ...state, sealing: { ...mark, ...body } }),
  },
  fillSpared: {
    roles: leads,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideSealing,
    apply: (state, { why }, mark) => ({ ...state, fillSpared: { ...mark, why } }),
  },
} satisfies Pick<
  CommandRules,
  'opened' | 'traitsLearned' | 'scopeChosen' | 'planned' | 'wayHung' | 'revisionMoved' | 'neighbourDecided' | 'sealingSaid' | 'fillSpared'
>
