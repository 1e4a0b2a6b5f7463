import { decideMaking } from './decideMaking'
import { withLine, withMaking } from '../state/withChanges'
import { workers, type CommandRules } from './commandRule'

/** A line made from a coil, act by act. */
export const makingCommands = {
  makingSaid: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideMaking,
    apply: (state, { line, making, order }, mark) => ({
      ...state,
      making: { ...state.making, [line]: { said: { ...mark, making, order }, done: [], cutOffs: [], rebends: [] } },
    }),
  },
  makeActDone: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideMaking,
    apply: (state, { line, act }, mark) => withMaking(state, line, before => ({ ...before, done: [...before.done, { ...mark, act }] })),
  },
  endCutOff: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideMaking,
    apply: (state, { line, end, mm, short, note, undone }, mark) =>
      withMaking(state, line, before => ({
        ...before,
        done: before.done.filter(({ act }) => !undone.includes(act)),
        cutOffs: [...before.cutOffs, { ...mark, end, off: mm, short, note }],
      })),
  },
  rebent: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideMaking,
    apply: (state, { line, bend, degrees, note, undone }, mark) =>
      withMaking(state, line, before => ({
        ...before,
        done: before.done.filter(({ act }) => !undone.includes(act)),
        rebends: [...before.rebends, { ...mark, bend, degrees, note }],
      })),
  },
  lineMade: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideMaking,
    apply: (state, { line, how, note }, mark) => withLine(state, line, { made: { ...mark, how, note } }),
  },
} satisfies Pick<CommandRules, 'makingSaid' | 'makeActDone' | 'endCutOff' | 'rebent' | 'lineMade'>
