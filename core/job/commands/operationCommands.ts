import { ok } from '../../result'
import { decideLeaflet, decideObserved, decidePartLooked } from './decideFound'
import { decideOperation } from './decideOperation'
import { decideTightened } from './decideTightened'
import { unknown } from './decision'
import { leafletKey, tightenedKey } from '../state/thingKeys'
import { withOperation } from '../state/withChanges'
import { leads, workers, type CommandRules } from './commandRule'

/** Parts of the car that come off and go back on, and what holds them. */
export const operationCommands = {
  operationOff: {
    roles: workers,
    taken: { running: false, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: true, undone: true, base: true },
    decide: decideOperation,
    apply: (state, { operation, fasteners }, mark) =>
      withOperation(state, operation, { off: mark, on: undefined, fastenersOut: fasteners, fastenersIn: [] }),
  },
  operationOn: {
    roles: workers,
    taken: { running: false, propped: true, paused: true, signedOff: false, full: true },
    counts: { held: false, undone: true, base: true },
    decide: decideOperation,
    apply: (state, { operation, fasteners, seals }, mark) =>
      withOperation(state, operation, { on: mark, fastenersIn: fasteners, ...(seals && { seals }) }),
  },
  fastenersCounted: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideOperation,
    apply: (state, { operation, fasteners }) => withOperation(state, operation, { fastenersIn: fasteners }),
  },
  fastenerLost: {
    roles: leads,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: true, undone: true, base: true },
    decide: decideOperation,
    apply: (state, body, mark) => ({ ...state, lost: [...state.lost, { ...mark, ...body }] }),
  },
  partLooked: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decidePartLooked,
    apply: (state, { operation, result }, mark) => withOperation(state, operation, { looked: { ...mark, result } }),
  },
  leafletRead: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: (_, command, context) => decideLeaflet(command, context),
    apply: (state, body, mark) => ({ ...state, leaflets: { ...state.leaflets, [leafletKey(body)]: { ...mark, ...body } } }),
  },
  observed: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: (_, command, context) => decideObserved(command, context),
    apply: (state, { type: _type, ...observation }, mark) => ({ ...state, observed: [...state.observed, { ...mark, ...observation }] }),
  },
  tightened: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideTightened,
    apply: (state, { thing, target, torques }, mark) => ({
      ...state,
      tightened: { ...state.tightened, [tightenedKey(thing, target)]: { ...mark, thing, target, torques } },
    }),
  },
  neighbourRenewed: {
    roles: workers,
    taken: { running: false, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: (_, command, { resolved }) =>
      resolved.sheet.neighbours.some(({ id }) => id === command.neighbour) ? ok(command) : unknown('neighbour', command.neighbour),
    apply: (state, { neighbour }, mark) => ({ ...state, renewed: { ...state.renewed, [neighbour]: mark } }),
  },
} satisfies Pick<
  CommandRules,
  | 'operationOff'
  | 'operationOn'
  | 'fastenersCounted'
  | 'fastenerLost'
  | 'partLooked'
  | 'leafletRead'
  | 'observed'
  | 'tightened'
  | 'neighbourRenewed'
>
