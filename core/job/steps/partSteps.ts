import { torquesAsked } from '../owed/torquesAsked'
import { saidOf, type StepRule } from './rule'
import type { StepKind } from './stepKinds'

/** What comes off to get there and goes back on, and what is renewed beside the lines. */
export const partSteps = {
  prepare: { phase: 'before', anywhere: true, isDone: () => false, plain: () => ({ type: 'prepared' }) },
  off: {
    phase: 'open',
    isDone: ({ target, state }) => state.operations[target]?.off !== undefined,
    plain: ({ target, resolved }) => ({
      type: 'operationOff',
      operation: target,
      fasteners: resolved.sheet.operations.find(one => one.id === target)?.fasteners.map(fastener => fastener.count) ?? [],
    }),
  },
  on: {
    phase: 'close',
    isDone: ({ target, state }) => state.operations[target]?.on !== undefined,
    plain: ({ target, resolved, state }) => {
      const operation = resolved.sheet.operations.find(one => one.id === target)
      return {
        type: 'operationOn',
        operation: target,
        fasteners: state.operations[target]?.fastenersOut ?? operation?.fasteners.map(fastener => fastener.count) ?? [],
        ...(operation?.seals?.length && { seals: operation.seals.map(({ id }) => id), oldOut: true }),
      }
    },
  },
  count: {
    phase: 'close',
    anywhere: true,
    atOnce: true,
    isDone: () => false,
    plain: ({ target, state }) => ({
      type: 'fastenersCounted',
      operation: target,
      fasteners: state.operations[target]?.fastenersOut ?? [],
    }),
  },
  tighten: {
    phase: 'close',
    atOnce: true,
    isDone: ({ target, state, isDue }) =>
      Object.values(state.tightened).some(said => said.target === target) && !isDue('tightened', target),
    plain: ({ target, resolved: { sheet } }) => {
      const asked = torquesAsked(sheet, target)!
      return { type: 'tightened', thing: asked.thing, target, torques: asked.asked.map(one => (one === undefined ? null : saidOf(one))) }
    },
  },
  renew: {
    phase: 'line',
    isDone: ({ target, state }) => state.renewed[target] !== undefined,
    plain: ({ target }) => ({ type: 'neighbourRenewed', neighbour: target }),
  },
} satisfies Partial<Record<StepKind, StepRule>>
