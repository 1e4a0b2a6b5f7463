import { isMadeHere } from '../state/madeHere'
import { proofsOf } from '../owed/proofsOf'
import { linesOf } from '../../sheet/jointLines'
import { hasLeft } from '../state/hasLeft'
import { carryOver } from '../owed/obligations'
import { saidOf, type StepRule } from './rule'
import type { StepKind } from './stepKinds'

/** The lines and their joints and holds, out and in again. */
export const lineSteps = {
  receive: {
    phase: 'before',
    skippable: true,
    anywhere: true,
    newLine: true,
    isDone: ({ target, state, isDue }) => state.lines[target]?.received !== undefined && !isDue('part', target),
    plain: ({ target, resolved, state }) => ({
      type: 'partReceived',
      line: target,
      against: isMadeHere(resolved, state, target) ? 'stock' : 'sheet',
      agrees: true,
    }),
  },
  open: {
    phase: 'line',
    isDone: ({ target, resolved, state }) => {
      const joint = resolved.sheet.joints.find(one => one.id === target)
      const waiting = joint ? linesOf(joint).filter(line => state.scope.includes(line) && !hasLeft(state, line)) : []
      const record = state.joints[target]
      return record?.opened !== undefined && (record.seated === undefined || waiting.length === 0)
    },
    plain: ({ target }) => ({ type: 'jointOpened', joint: target }),
  },
  cap: {
    phase: 'line',
    anywhere: true,
    atOnce: true,
    isDone: ({ target, state }) => state.joints[target]?.capped !== undefined || state.joints[target]?.seated !== undefined,
    plain: ({ target }) => ({ type: 'jointCapped', joint: target }),
  },
  release: {
    phase: 'line',
    isDone: ({ target, resolved, state }) => {
      const { line: owner, with: others } = resolved.sheet.holds.find(one => one.id === target)!
      const hold = state.holds[target]
      return (
        hold?.released !== undefined &&
        (hold.fastened === undefined || [owner, ...others].filter(one => state.scope.includes(one)).every(one => hasLeft(state, one)))
      )
    },
    plain: ({ target }) => ({ type: 'holdReleased', hold: target }),
  },
  withdraw: {
    phase: 'line',
    isDone: ({ target, state }) => hasLeft(state, target),
    plain: ({ target }) => ({ type: 'lineOut', line: target }),
  },
  compare: {
    phase: 'line',
    skippable: true,
    anywhere: true,
    newLine: true,
    isDone: ({ target, state, isDue }) =>
      state.lines[target]?.compared !== undefined && hasLeft(state, target) && !isDue('compared', target),
    plain: ({ target }) => ({ type: 'partReceived', line: target, against: 'old-line', agrees: true }),
  },
  make: {
    phase: 'line',
    anywhere: true,
    newLine: true,
    isDone: ({ target, state, isDue }) => state.lines[target]?.made !== undefined && !isDue('made', target),
    plain: ({ target }) => ({ type: 'lineMade', line: target, how: 'bench' }),
  },
  carry: {
    phase: 'line',
    anywhere: true,
    newLine: true,
    isDone: ({ target, state, isDue }) => state.lines[target]?.carried !== undefined && !isDue('carried-over', target),
    plain: ({ target, resolved, state }) => {
      const line = resolved.lines.find(({ id }) => id === target)
      return { type: 'carriedOver', line: target, items: line ? carryOver(line, state) : [] }
    },
  },
  seals: {
    phase: 'line',
    anywhere: true,
    atOnce: true,
    isDone: ({ target, state, isDue }) => state.joints[target]?.sealed !== undefined && !isDue('sealed', target),
    plain: ({ target, resolved }) => ({
      type: 'sealFitted',
      joint: target,
      seals: resolved.sheet.joints.find(one => one.id === target)?.seals.map(seal => seal.id) ?? [],
      oldOut: true,
    }),
  },
  fit: {
    phase: 'line',
    newLine: true,
    isDone: ({ target, state }) => state.lines[target]?.in !== undefined && hasLeft(state, target),
    plain: ({ target }) => ({ type: 'lineIn', line: target }),
  },
  seat: {
    phase: 'line',
    atOnce: true,
    isDone: ({ target, state }) => state.joints[target]?.seated !== undefined,
    plain: ({ target, resolved, state }) => {
      const joint = resolved.sheet.joints.find(one => one.id === target)
      return { type: 'jointSeated', joint: target, proofs: joint ? proofsOf(resolved, state, joint) : [] }
    },
  },
  torque: {
    phase: 'line',
    atOnce: true,
    isDone: ({ target, state, isDue }) => state.joints[target]?.torqued !== undefined && !isDue('tight', target),
    plain: ({ target, resolved }) => ({
      type: 'jointTorqued',
      joint: target,
      ...saidOf(resolved.sheet.joints.find(one => one.id === target) ?? {}),
    }),
  },
  fasten: {
    phase: 'line',
    atOnce: true,
    isDone: ({ target, state }) => state.holds[target]?.released !== undefined && state.holds[target].fastened !== undefined,
    plain: ({ target }) => ({ type: 'holdFastened', hold: target }),
  },
  clear: {
    phase: 'line',
    atOnce: true,
    newLine: true,
    isDone: ({ target, state, isDue }) => {
      const line = state.lines[target]
      // A line that never left its place has nothing to be felt along for.
      if (line?.out === undefined && !state.scope.includes(target)) return true
      return state.clearances[line?.piece ?? target] !== undefined && !isDue('clear', target)
    },
    plain: ({ target }) => ({ type: 'clearanceProved', line: target }),
  },
  mend: {
    phase: 'prove',
    atOnce: true,
    isDone: ({ target, isDue }) => !isDue('leak-source', target),
    plain: ({ target }) => ({ type: 'jointOpened', joint: target }),
  },
} satisfies Partial<Record<StepKind, StepRule>>
