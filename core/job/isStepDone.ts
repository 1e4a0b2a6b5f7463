import { linesOf } from '../sheet/jointLines'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { Slug } from '../sheet/types'
import { circuitOpenings, countsAfterAll, drainings, drainsOf, latest, measuredOf, openingsOfLevel } from './carState'
import type { StepKind } from './draftSteps'
import { hasLeft } from './hasLeft'
import type { JobState, Obligation, ObligationKind } from './types'

export type StepRef = { kind: StepKind; target: Slug }

/** Is a step done, by what is on record and still counts? What the car says, not what was ticked. */
export function isStepDone({ kind, target }: StepRef, resolved: ResolvedSheet, state: JobState, due: readonly Obligation[]): boolean {
  const isDue = (owed: ObligationKind, about?: Slug) =>
    due.some(one => one.kind === owed && (about === undefined || Object.values(one).includes(about)))
  const [joint, operation, hold, line] = [state.joints[target], state.operations[target], state.holds[target], state.lines[target]]
  switch (kind) {
    case 'receive':
      return line?.received !== undefined && !isDue('part', target)
    case 'compare':
      return line?.compared !== undefined && hasLeft(state, target) && !isDue('compared', target)
    case 'withdraw':
      return hasLeft(state, target)
    case 'fit':
      return line?.in !== undefined && hasLeft(state, target)
    case 'off':
      return operation?.off !== undefined
    case 'on':
      return operation?.on !== undefined
    case 'open': {
      const sheetJoint = resolved.sheet.joints.find(one => one.id === target)
      const waiting = sheetJoint ? linesOf(sheetJoint).filter(line => state.scope.includes(line) && !hasLeft(state, line)) : []
      return joint?.opened !== undefined && (joint.seated === undefined || waiting.length === 0)
    }
    case 'cap':
      return joint?.capped !== undefined || joint?.seated !== undefined
    case 'seals':
      return joint?.sealed !== undefined && !isDue('sealed', target)
    case 'seat':
      return joint?.seated !== undefined
    case 'torque':
      return joint?.torqued !== undefined && !isDue('tight', target)
    case 'leak':
      return joint?.leak !== undefined && !isDue('leak-look', target)
    case 'release': {
      const { line: owner, with: others } = resolved.sheet.holds.find(one => one.id === target)!
      return (
        hold?.released !== undefined &&
        (hold.fastened === undefined || [owner, ...others].filter(one => state.scope.includes(one)).every(one => hasLeft(state, one)))
      )
    }
    case 'fasten':
      return hold?.released !== undefined && hold.fastened !== undefined
    case 'catch': {
      const { caught } = measuredOf(resolved.sheet, state, resolved.sheet.id)
      const opened = Object.values(state.joints).flatMap(record => record.opened?.n ?? [])
      return caught.some(({ n }) => opened.length === 0 || n > Math.min(...opened))
    }
    case 'drain': {
      const { caught, extracted } = measuredOf(resolved.sheet, state, target)
      const drained = latest(drainings(resolved.sheet, state, target))
      // What was out before the job began nobody can measure any more.
      if (!drained) {
        const wasOut = drainsOf(resolved.sheet, target).some(({ id }) => state.inputs?.done?.includes(id))
        return wasOut || (target === resolved.sheet.id && state.service?.what === 'renew' && extracted.length > 0)
      }
      return caught.some(({ n }) => n > drained.n)
    }
    case 'refill':
      return measuredOf(resolved.sheet, state, target).added.length > 0 && !due.some(one => one.kind === 'filled' && one.circuit === target)
    case 'fill':
      return (
        measuredOf(resolved.sheet, state, resolved.sheet.id).added.length > 0 &&
        circuitOpenings(resolved, state).length > 0 &&
        !due.some(one => one.kind === 'filled' && one.circuit === undefined)
      )
    case 'look':
      return operation?.looked !== undefined && operation.on !== undefined && !isDue('part-look', target)
    case 'bleed':
      return (
        state.rounds.some(round => round.bleeder === target && !round.running) &&
        !due.some(one => one.kind === 'bled' && one.bleeder === target && !one.running) &&
        !isDue('primed')
      )
    case 'turn':
      return state.rounds.some(({ running }) => running) && !due.some(one => one.kind === 'bled' && one.running)
    case 'wipe':
      return (
        state.cleaned.some(entry => entry.where === target && countsAfterAll(entry, circuitOpenings(resolved, state))) &&
        !isDue('wiped', target)
      )
    case 'level':
      return (
        state.levels.findLast(reading => reading.level === target)?.reading === 'at' &&
        !isDue('level', target) &&
        state.levels.some(reading => reading.level === target && countsAfterAll(reading, openingsOfLevel(resolved, state, target)))
      )
    case 'tighten':
      return Object.values(state.tightened).some(said => said.target === target) && !isDue('tightened', target)
    case 'clear':
      // A line that never left its place has nothing to be felt along for.
      if (line?.out === undefined && !state.scope.includes(target)) return true
      return state.clearances[line?.piece ?? target] !== undefined && !isDue('clear', target)
    case 'renew':
      return state.renewed[target] !== undefined
    case 'test':
      return state.tests.pedal?.result === 'good' && !isDue('tested')
    case 'road-test':
      return state.roadTest?.result === 'good' && !isDue('road')
    case 'carry':
      return line?.carried !== undefined && !isDue('carried-over', target)
    case 'mend':
      return !isDue('leak-source', target)
    case 'trace':
      return !isDue('air-source')
    case 'prepare':
    case 'move':
    case 'run':
    case 'press':
    case 'stop':
    case 'count':
      return false
  }
}
