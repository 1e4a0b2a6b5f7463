import { sitsIn } from '../../bleed/bleedMethodsFor'
import { liftPositions, type Fill, type Operation, type Slug } from '../../sheet/types'
import { chosenFill, fillGoal, turning } from '../goals/listGoals'
import { goalKey } from '../goals/goalKinds'
import { taskKey, type TaskKey } from './taskKinds'
import type { Job, TaskOptions } from './taskList'

/**
 * What is let out on the way is measured before anything is mixed with it, and goes in again once its drains are shut. Gives what must be
 * full before the engine runs.
 */
export function listCircuits({ sheet, operations, put }: Job, { standing }: TaskOptions): TaskKey[] {
  const draining = (circuit: Slug) => operations.filter(({ drains }) => drains?.circuit === circuit)
  const isOut = (circuit: Slug) => draining(circuit).length > 0 || standing?.drained?.includes(circuit) === true
  for (const [i, circuit] of [sheet, ...(sheet.circuits ?? [])].entries()) {
    const first = draining(circuit.id)[0] ?? sheet.operations.find(({ drains }) => drains?.circuit === circuit.id)
    if (first && isOut(circuit.id))
      put(
        'drain',
        circuit.id,
        'open',
        draining(circuit.id).map(({ id }) => taskKey('off', id)),
        { at: first.at, from: first.from, nudge: operations.length / 100 + i / 1000 },
      )
  }
  return (sheet.circuits ?? [])
    .filter(({ id }) => isOut(id))
    .map(({ id, fill: { at, from, minutes } }) =>
      put('refill', id, 'fill', [taskKey('drain', id), ...draining(id).map(operation => taskKey('on', operation.id))], {
        at,
        from,
        minutes,
      }),
    )
}

export type Filled = { filled: readonly TaskKey[]; cold: readonly TaskKey[]; fill: Fill | undefined }

/** All tight before anything is filled in, what was let out elsewhere shut again, and filled before it is bled. */
export function listFluid({ sheet, scope, operations, choice, put }: Job, tight: readonly TaskKey[], prepared: TaskKey): Filled {
  let filled = tight
  const fill = chosenFill(scope, choice.ways)
  if (fill) {
    const isOwn = ({ drains }: Operation) => drains !== undefined && (drains.circuit ?? sheet.id) === sheet.id
    const shut: TaskKey[] = operations
      .filter(isOwn)
      .flatMap(({ id, drains }) => [taskKey('on', id), ...(drains!.circuit === undefined ? [] : [taskKey('drain', sheet.id)])])
    const caught: TaskKey[] = scope.joints.some(({ id }) => !scope.dry.has(id)) ? ['catch'] : []
    const drawn =
      scope.service === 'renew' && shut.length === 0 ? [put('drain', sheet.id, 'open', [prepared], { goal: fillGoal(scope) })] : []
    filled = [put('fill', fill.id, 'fill', [prepared, ...tight, ...shut, ...caught, ...drawn], { goal: fillGoal(scope) })]
  }
  const helper = scope.bleed === 'pump-and-hold' || scope.bleed === 'lock-to-lock'
  const goal = goalKey('bleed', sheet.id)
  const seated = sitsIn(scope.bleed) ? { at: 'ground' as const } : {}
  const placed = scope.goals.some(({ id }) => id === goal) ? { goal } : { minutes: turning.dry, ...seated }
  // No bleeder is named: the circuit is bled as one.
  if (scope.bleed === 'lock-to-lock' || (scope.bleed && scope.bleeders.length === 0))
    filled = [put('bleed', sheet.id, 'fill', filled, { ...placed, helper })]
  else if (scope.bleeders.length > 0) {
    const before = filled
    filled = scope.bleeders.map(bleeder => put('bleed', bleeder.id, 'fill', before, { goal: goalKey('bleed', bleeder.id), helper }))
  }
  const cold = scope.levels.cold.map(level => put('level', level.id, 'fill', filled, { goal: goalKey('level', level.id) }))
  return { filled, cold, fill }
}

/** Each stop's joints are wiped there, once they are tight; where the fluid goes in, after it is in. */
export function listWiping(
  { scope, wayOf, filledAt, put }: Job,
  tight: readonly TaskKey[],
  { filled, fill }: Filled,
  done: ReadonlySet<TaskKey>,
): TaskKey[] {
  const fillAt = fill && (wayOf(fillGoal(scope)).at ?? filledAt)
  const tightened = new Set(tight)
  return liftPositions.flatMap(at => {
    const here = scope.joints
      .filter(joint => wayOf(goalKey('joint', joint.id)).at === at)
      .flatMap(joint => [taskKey('seat', joint.id), taskKey('torque', joint.id)])
      .filter(id => tightened.has(id))
    if (here.length === 0 || (done.has(taskKey('wipe', at)) && here.every(id => done.has(id)))) return []
    return [put('wipe', at, 'prove', at === fillAt ? filled : here, { at })]
  })
}
