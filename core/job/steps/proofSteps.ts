import { carTestOf } from '../owed/carTests'
import { carTests } from '../../sheet/systemRules'
import type { StepRule } from './rule'
import type { StepKind } from './stepKinds'

/** Engine and lift, what is looked at under pressure, and the tests before the car leaves. */
export const proofSteps = {
  move: { phase: 'open', anywhere: true, isDone: () => false, plain: ({ step }) => ({ type: 'carMoved', to: step.at }) },
  run: { phase: 'engine', afterFluid: true, isDone: () => false, plain: () => ({ type: 'engineStarted' }) },
  press: { phase: 'prove', afterFluid: true, isDone: () => false, plain: () => ({ type: 'pressureHeld' }) },
  let: { phase: 'prove', anyTarget: true, atOnce: true, isDone: ({ isDue }) => !isDue('propped'), plain: () => ({ type: 'pressureLet' }) },
  stop: { phase: 'prove', anywhere: true, anyTarget: true, isDone: () => false, plain: () => ({ type: 'engineStopped' }) },
  leak: {
    phase: 'prove',
    afterFluid: true,
    isDone: ({ target, state, isDue }) => state.joints[target]?.leak !== undefined && !isDue('leak-look', target),
    plain: ({ target }) => ({ type: 'leakChecked', joint: target, result: 'dry' }),
  },
  look: {
    phase: 'prove',
    afterFluid: true,
    isDone: ({ target, state, isDue }) =>
      state.operations[target]?.looked !== undefined && state.operations[target].on !== undefined && !isDue('part-look', target),
    plain: ({ target }) => ({ type: 'partLooked', operation: target, result: 'dry' }),
  },
  test: {
    phase: 'close',
    afterFluid: true,
    isDone: ({ target, state, isDue }) =>
      carTests.some(test => test === target && state.tests[test]?.result === 'good') && !isDue('tested'),
    // A step of this kind is listed only where something is tried.
    plain: ({ resolved: { sheet } }) => ({ type: 'tested', test: carTestOf(sheet)!, result: 'good' }),
  },
  'road-test': {
    phase: 'close',
    skippable: true,
    anyTarget: true,
    afterFluid: true,
    isDone: ({ state, isDue }) => state.roadTest?.result === 'good' && !isDue('road'),
    plain: () => ({ type: 'roadTested', result: 'good' }),
  },
} satisfies Partial<Record<StepKind, StepRule>>
