import { fail, ok } from '../../result'
import { decideCarried, decideHold, decideLine, decidePart } from './decideLine'
import { unknown } from './decision'
import { withHold, withLine, withLines } from '../state/withChanges'
import { leads, workers, type CommandRules } from './commandRule'

/** Lines and what holds them: received, out, in, moved over. */
export const lineCommands = {
  partReceived: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decidePart,
    apply: (state, { line, against, agrees, differs }, mark) =>
      withLine(state, line, { [against === 'old-line' ? 'compared' : 'received']: { ...mark, agrees, differs } }),
  },
  partAccepted: {
    roles: leads,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decidePart,
    apply: (state, { line, why }, mark) => withLine(state, line, { accepted: { ...mark, why } }),
  },
  holdReleased: {
    roles: workers,
    taken: { running: false, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: true, undone: true, base: true },
    decide: decideHold,
    apply: (state, { hold }, mark) => withHold(state, hold, { released: mark, fastened: undefined }),
  },
  holdFastened: {
    roles: workers,
    taken: { running: false, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideHold,
    apply: (state, { hold }, mark) => withHold(state, hold, { fastened: mark }),
  },
  lineOut: {
    roles: workers,
    taken: { running: false, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: true, undone: true, base: true },
    decide: decideLine,
    apply: (state, { line, also = [] }, mark) => {
      const gone = { in: undefined, which: undefined, compared: undefined, carried: undefined, piece: undefined }
      return withLines(state, [line, ...also], { out: mark, ...gone })
    },
  },
  lineIn: {
    roles: workers,
    taken: { running: false, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideLine,
    apply: (state, { line, also = [], which }, mark) =>
      also.reduce(
        (all, id) => withLine(all, id, { piece: line }),
        withLines(state, [line, ...also], { in: mark, which, piece: undefined }),
      ),
  },
  lineCalledOut: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: true, undone: true, base: true },
    decide: decideLine,
    apply: (state, { line, also = [], why }, mark) => withLines(state, [line, ...also], { again: { ...mark, why } }),
  },
  carriedOver: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideCarried,
    apply: (state, { line, items }, mark) => withLine(state, line, { carried: { ...mark, items } }),
  },
  clearanceProved: {
    roles: workers,
    taken: { running: false, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: (state, command, { resolved }) => {
      if (!resolved.lines.some(({ id }) => id === command.line)) return unknown('line', command.line)
      return state.lines[command.line]?.in ? ok(command) : fail({ code: 'JOB_LINE_STATE', line: command.line, needs: 'out' })
    },
    apply: (state, { line }, mark) => ({ ...state, clearances: { ...state.clearances, [line]: mark } }),
  },
} satisfies Pick<
  CommandRules,
  | 'partReceived'
  | 'partAccepted'
  | 'holdReleased'
  | 'holdFastened'
  | 'lineOut'
  | 'lineIn'
  | 'lineCalledOut'
  | 'carriedOver'
  | 'clearanceProved'
>
