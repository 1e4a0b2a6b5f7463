import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { Slug } from '../sheet/types'
import { circuitOpenings, countsAfterAll } from './carState'
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
      const owner = resolved.sheet.joints.find(one => one.id === target)?.line ?? ''
      return joint?.opened !== undefined && (joint.seated === undefined || hasLeft(state, owner) || !state.scope.includes(owner))
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
    case 'catch':
      return state.caught.length > 0
    case 'fill':
      return state.added.length > 0 && circuitOpenings(resolved, state).length > 0 && !isDue('filled')
    case 'bleed':
      return state.rounds.some(round => round.bleeder === target) && !isDue('bled', target) && !isDue('primed')
    case 'wipe':
      return (
        state.cleaned.some(entry => entry.where === target && countsAfterAll(entry, circuitOpenings(resolved, state))) &&
        !isDue('wiped', target)
      )
    case 'level':
      return (
        state.levels.findLast(reading => reading.level === target)?.reading === 'at' &&
        !isDue('level', target) &&
        state.levels.some(reading => reading.level === target && countsAfterAll(reading, circuitOpenings(resolved, state)))
      )
    case 'tighten':
      return Object.values(state.tightened).some(said => said.target === target) && !isDue('tightened', target)
    case 'clear':
      // A line that never left its place has nothing to be felt along for.
      if (line?.out === undefined && !state.scope.includes(target)) return true
      return state.clearances[target] !== undefined && !isDue('clear', target)
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
