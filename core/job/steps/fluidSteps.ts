import { opensCircuit } from '../../sheet/sealing'
import type { Sheet } from '../../sheet/types'
import { settleWindow } from '../../sheet/settleContested'
import {
  asksTemperature,
  circuitOpenings,
  countsAfterAll,
  drainings,
  drainsOf,
  latest,
  measuredOf,
  openingsOfLevel,
  positionAt,
} from '../state/carState'
import { levelsOf } from '../../sheet/levelsOf'
import { about, type StepRule } from './rule'
import type { StepKind } from './stepKinds'

/** Whether fluid leaves where a joint is opened. */
const lets = (sheet: Sheet, id: string): boolean => {
  const joint = sheet.joints.find(one => one.id === id)
  return joint !== undefined && opensCircuit(sheet, joint)
}

/** What runs out, what goes in, how the air leaves, when the level is right. */
export const fluidSteps = {
  catch: {
    phase: 'line',
    skippable: true,
    anywhere: true,
    isDone: ({ resolved: { sheet }, state }) => {
      const { caught } = measuredOf(sheet, state, sheet.id)
      const opened = Object.entries(state.joints).flatMap(([id, record]) => (record.opened ? [{ id, ...record, n: record.opened.n }] : []))
      // What was opened once more lets out once more: that is caught for itself.
      const again = opened.filter(({ id, again: isAgain }) => isAgain && lets(sheet, id)).map(({ n }) => n)
      const since = Math.max(opened.length === 0 ? 0 : Math.min(...opened.map(({ n }) => n)), ...again)
      return caught.some(({ n }) => n > since)
    },
    plain: ({ fluid }) => ({ type: 'fluidCaught', ...about(fluid?.spill.likely ?? 0) }),
  },
  drain: {
    phase: 'open',
    anywhere: true,
    isDone: ({ target, resolved: { sheet }, state }) => {
      const { caught, extracted } = measuredOf(sheet, state, target)
      const drained = latest(drainings(sheet, state, target))
      if (drained) return caught.some(({ n }) => n > drained.n)
      // What was out before the job began nobody can measure any more.
      const wasOut = drainsOf(sheet, target).some(({ id }) => state.inputs?.done?.includes(id))
      return wasOut || (target === sheet.id && state.service?.what === 'renew' && extracted.length > 0)
    },
    plain: ({ target, resolved: { sheet }, state }) => {
      const isOwn = target === sheet.id
      const drained = drainsOf(sheet, target).find(({ id }) => state.operations[id]?.off)?.drains
      const type = drained || !isOwn ? 'fluidCaught' : 'fluidExtracted'
      return { type, ...about(drained?.likely ?? 200), ...(!isOwn && { circuit: target }) }
    },
  },
  refill: {
    phase: 'fill',
    isDone: ({ target, resolved: { sheet }, state, due }) =>
      measuredOf(sheet, state, target).added.length > 0 && !due.some(one => one.kind === 'filled' && one.circuit === target),
    plain: ({ target, resolved: { sheet }, state }) => {
      const out = measuredOf(sheet, state, target).caught.reduce((sum, { volume }) => sum + volume, 0)
      const likely = drainsOf(sheet, target).find(({ id }) => state.operations[id]?.off)?.drains?.likely ?? 0
      return { type: 'fluidAdded', ...about(out > 0 ? out : likely), circuit: target }
    },
  },
  fill: {
    phase: 'fill',
    anyTarget: true,
    isDone: ({ resolved, state, due }) =>
      measuredOf(resolved.sheet, state, resolved.sheet.id).added.length > 0 &&
      circuitOpenings(resolved, state).length > 0 &&
      !due.some(one => one.kind === 'filled' && one.circuit === undefined),
    plain: ({ resolved: { sheet }, state, fluid }) => {
      const caught = measuredOf(sheet, state, sheet.id).caught.reduce((sum, { volume }) => sum + volume, 0)
      return { type: 'fluidAdded', ...about(caught > 0 ? caught : (fluid?.topUp.likely ?? 0)) }
    },
  },
  bleed: {
    phase: 'fill',
    isDone: ({ target, state, due, isDue }) =>
      state.rounds.some(round => round.bleeder === target && !round.running) &&
      !due.some(one => one.kind === 'bled' && one.bleeder === target && !one.running) &&
      !isDue('primed'),
    plain: ({ target, resolved: { sheet } }) => {
      const { strokes } = sheet.bleeding.parameters
      return { type: 'roundBled', bleeder: target, ...(strokes !== undefined && { count: strokes }), saw: 'clear', toppedUp: true }
    },
  },
  turn: {
    phase: 'prove',
    afterFluid: true,
    isDone: ({ state, due }) => state.rounds.some(({ running }) => running) && !due.some(one => one.kind === 'bled' && one.running),
    plain: ({ resolved: { sheet } }) => ({
      type: 'roundBled',
      bleeder: sheet.id,
      count: sheet.bleeding.parameters.running,
      saw: 'clear',
      toppedUp: true,
      running: true,
    }),
  },
  trace: {
    phase: 'prove',
    anywhere: true,
    atOnce: true,
    isDone: ({ isDue }) => !isDue('air-source'),
    plain: () => ({ type: 'airTraced', cause: '' }),
  },
  wipe: {
    phase: 'prove',
    afterFluid: true,
    isDone: ({ target, resolved, state, isDue }) => {
      const openings = circuitOpenings(resolved, state)
      // What was opened at another stop since is wiped there.
      const here = openings.filter(mark => positionAt(state, mark) === target)
      const before = here.length > 0 ? here : openings
      return state.cleaned.some(entry => entry.where === target && countsAfterAll(entry, before)) && !isDue('wiped', target)
    },
    plain: ({ step }) => ({ type: 'cleaned', at: step.at }),
  },
  level: {
    phase: 'prove',
    afterFluid: true,
    isDone: ({ target, resolved, state, isDue }) =>
      state.levels.findLast(reading => reading.level === target)?.reading === 'at' &&
      !isDue('level', target) &&
      state.levels.some(reading => reading.level === target && countsAfterAll(reading, openingsOfLevel(resolved, state, target))),
    plain: ({ target, resolved: { sheet } }) => {
      const level = levelsOf(sheet).find(candidate => candidate.id === target)
      const window = settleWindow(level?.temperature ?? 'unknown')
      return {
        type: 'levelRead',
        level: target,
        ...(level && !asksTemperature(sheet, level)
          ? {}
          : { temperature: { value: window.kind === 'unknown' ? 20 : (window.value.low + window.value.high) / 2, unit: 'degC' } }),
        engine: level?.engine ?? 'off',
        reading: 'at',
      }
    },
  },
} satisfies Partial<Record<StepKind, StepRule>>
