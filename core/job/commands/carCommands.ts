import { carTestGate, carTestOf } from '../owed/carTests'
import { leakMinutesOf, liftOf, pressureSourceOf, runningSince } from '../state/carState'
import { resting } from './decideFluid'
import { decideTimerEnded, decideWaitCut, restingOn } from './decideCar'
import { guarded, unknown } from './decision'
import { fail, ok } from '../../result'
import type { JobState, Mark, Pressure, PressureBy } from '../types'
import { reasonNeeded, workers, type CommandRules } from './commandRule'

/** One source ends; what another does goes on. */
const ended = (pressures: readonly Pressure[], by: PressureBy, to: Mark): readonly Pressure[] =>
  pressures.map(pressure => (pressure.to || pressure.by !== by ? pressure : { ...pressure, to }))

/** Under pressure from here on, and looked at for leaks after so many minutes. */
const underPressure = (state: JobState, by: PressureBy, minutes: number, mark: Mark): JobState => ({
  ...state,
  pressures: [...ended(state.pressures, by, mark), { by, from: mark }],
  timers: { ...state.timers, leak: { ...mark, minutes } },
})

/** The car: where it stands, what runs, what is under pressure, what is waited for, and how it is tried. */
export const carCommands = {
  prepared: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: (_, command) => ok(command),
    apply: (state, _, mark) => ({ ...state, steps: { ...state.steps, prepare: mark } }),
  },
  carMoved: {
    roles: workers,
    taken: { running: false, propped: true, paused: true, signedOff: false, full: true },
    counts: { held: false, undone: true, base: true },
    decide: (state, command, context) => {
      if (liftOf(state) === command.to && state.moves.length > 0) return fail({ code: 'JOB_LIFT', needs: command.to, is: 'there' })
      return restingOn(state, context, command.to === 'ground') ?? ok(command)
    },
    apply: (state, { to }, mark) => ({ ...state, moves: [...state.moves, { ...mark, to }] }),
  },
  engineStarted: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: (state, command, context) =>
      runningSince(state)
        ? fail({ code: 'JOB_ENGINE', is: 'running' })
        : (resting(state, context) ??
          restingOn(state, context, liftOf(state) === 'ground') ??
          guarded('run', state, context) ??
          ok({ ...command, minutes: leakMinutesOf(context.resolved.sheet) })),
    apply: (state, { minutes }, mark) => underPressure(state, 'engine', minutes, mark),
  },
  engineStopped: {
    roles: workers,
    taken: { running: true, propped: true, paused: true, signedOff: false, full: true },
    counts: { held: false, undone: true, base: true },
    decide: (state, command) => (runningSince(state) ? ok(command) : fail({ code: 'JOB_ENGINE', is: 'off' })),
    apply: (state, _, mark) => ({ ...state, pressures: ended(state.pressures, 'engine', mark) }),
  },
  pressureHeld: {
    roles: workers,
    taken: { running: true, propped: false, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: (state, command, context) => {
      if (pressureSourceOf(context.resolved.sheet) !== 'pedal') return fail({ code: 'JOB_NO_PRESSURE', by: 'engine' })
      // A seat is entered and left on the ground only.
      if (liftOf(state) !== 'ground') return fail({ code: 'JOB_LIFT', needs: 'ground', is: 'elsewhere' })
      return guarded('pressure', state, context) ?? ok({ ...command, minutes: leakMinutesOf(context.resolved.sheet) })
    },
    apply: (state, { minutes }, mark) => underPressure(state, 'pedal', minutes, mark),
  },
  pressureLet: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: true },
    counts: { held: false, undone: true, base: true },
    decide: (state, command) => {
      if (!state.pressures.some(({ by, to }) => by === 'pedal' && !to)) return fail({ code: 'JOB_NO_PRESSURE', by: 'pedal' })
      return liftOf(state) === 'ground' ? ok(command) : fail({ code: 'JOB_LIFT', needs: 'ground', is: 'elsewhere' })
    },
    apply: (state, _, mark) => ({ ...state, pressures: ended(state.pressures, 'pedal', mark) }),
  },
  timerStarted: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: (_, command) => ok(command),
    apply: (state, { timer, minutes }, mark) => ({ ...state, timers: { ...state.timers, [timer]: { ...mark, minutes } } }),
  },
  timerEnded: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideTimerEnded,
    apply: (state, { timer: name, reason }, mark) => {
      const timer = state.timers[name]
      return timer ? { ...state, timers: { ...state.timers, [name]: { ...timer, ended: { ...mark, reason } } } } : state
    },
  },
  waitCut: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideWaitCut,
    apply: (state, { wait, reason, celsius }, mark) => ({
      ...state,
      waitsCut: { ...state.waitsCut, [wait]: { ...mark, reason, celsius } },
    }),
  },
  cleaned: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: (state, command) =>
      liftOf(state) === command.at ? ok(command) : fail({ code: 'JOB_LIFT', needs: command.at, is: 'elsewhere' }),
    apply: (state, { at }, mark) => ({ ...state, cleaned: [...state.cleaned, { ...mark, where: at }] }),
  },
  tested: {
    roles: workers,
    taken: { running: true, propped: false, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: (state, command, context) => {
      if (carTestOf(context.resolved.sheet) !== command.test) return unknown('test', command.test)
      if (command.result === 'not-good') return command.note?.trim() ? ok(command) : reasonNeeded('note')
      return guarded(carTestGate, state, context) ?? ok(command)
    },
    apply: (state, { test, result, note }, mark) => ({ ...state, tests: { ...state.tests, [test]: { ...mark, result, note } } }),
  },
  roadTested: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: (state, command, context) =>
      guarded('drive', state, context) ?? (command.result === 'good' || command.note?.trim() ? ok(command) : reasonNeeded('note')),
    apply: (state, { result, note }, mark) => ({ ...state, roadTest: { ...mark, result, note } }),
  },
} satisfies Pick<
  CommandRules,
  | 'prepared'
  | 'carMoved'
  | 'engineStarted'
  | 'engineStopped'
  | 'pressureHeld'
  | 'pressureLet'
  | 'timerStarted'
  | 'timerEnded'
  | 'waitCut'
  | 'cleaned'
  | 'tested'
  | 'roadTested'
>
