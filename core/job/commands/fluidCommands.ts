import { judgeHold } from '../../bleed/judgeHold'
import { ok } from '../../result'
import { decideLeaked, decideLevel, decideMeasured, decideRound } from './decideFluid'
import { withReason } from './decision'
import { isToReadCold } from '../owed/readCold'
import { spanSeconds } from '../state/timer'
import type { BodyOf, JobState, Mark } from '../types'
import { workers, type CommandRules } from './commandRule'

/** Foam begins a rest; seen again before that is over it begins it anew, and is no other one. */
function restingAfter(state: JobState, mark: Mark, rest: number | undefined, isFoam: boolean): JobState {
  // Of what was recorded before rests were told apart each is one.
  if (rest === undefined) return isFoam ? { ...state, rests: [...state.rests, mark] } : state
  const { rest: before } = state.timers
  const isOver = !before || before.ended !== undefined || spanSeconds(before, mark) >= before.minutes * 60
  return { ...state, timers: { ...state.timers, rest: { ...mark, minutes: rest } }, rests: isOver ? [...state.rests, mark] : state.rests }
}

/** Read cold at its mark, a job that went out for that is closed. */
const readAgain = (ended: NonNullable<JobState['ended']>, { level, reading }: BodyOf<'levelRead'>, mark: Mark): JobState['ended'] =>
  ended.read?.level === level && reading === 'at' ? { ...ended, read: { ...ended.read, closed: mark } } : ended

/** Fluid: what ran out, what went in, levels, bleeding and air. */
export const fluidCommands = {
  fluidCaught: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: true, undone: true, base: true },
    decide: decideMeasured,
    apply: (state, body, mark) => ({ ...state, caught: [...state.caught, { ...mark, ...body }] }),
  },
  fluidAdded: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideMeasured,
    apply: (state, body, mark) => ({ ...state, added: [...state.added, { ...mark, ...body }] }),
  },
  fluidExtracted: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: true, undone: true, base: true },
    decide: decideMeasured,
    apply: (state, body, mark) => ({ ...state, extracted: [...state.extracted, { ...mark, ...body }] }),
  },
  leakedBefore: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: (_, command, context) => decideLeaked(command, context),
    apply: (state, body, mark) => ({
      ...state,
      leaked: { ...state.leaked, [body.circuit ?? state.opened.sheet.id]: { ...mark, ...body } },
    }),
  },
  ranDry: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: true, undone: true, base: true },
    decide: (_, command) => ok(command),
    apply: (state, _, mark) => ({ ...state, ranDry: [...state.ranDry, mark] }),
  },
  levelRead: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideLevel,
    apply: (state, body, mark) => ({
      ...restingAfter(state, mark, body.rest, body.reading === 'foam'),
      levels: [...state.levels, { ...mark, ...body }],
      ...(isToReadCold(state) && { ended: readAgain(state.ended!, body, mark) }),
    }),
  },
  roundBled: {
    roles: workers,
    taken: { running: true, propped: false, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideRound,
    apply: (state, body, mark) => ({ ...restingAfter(state, mark, body.rest, false), rounds: [...state.rounds, { ...mark, ...body }] }),
  },
  vacuumHeld: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: (_, command) => ok({ ...command, verdict: judgeHold(command) }),
    apply: (state, body, mark) => ({ ...state, vacuum: [...state.vacuum, { ...mark, ...body }] }),
  },
  airTraced: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: (_, command) => withReason(command, 'cause'),
    apply: (state, { cause }, mark) => ({ ...state, airTraced: [...state.airTraced, { ...mark, cause }] }),
  },
} satisfies Pick<
  CommandRules,
  'fluidCaught' | 'fluidAdded' | 'fluidExtracted' | 'leakedBefore' | 'ranDry' | 'levelRead' | 'roundBled' | 'vacuumHeld' | 'airTraced'
>
