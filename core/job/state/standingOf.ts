import { fillGoal } from '../../plan/goals/listGoals'
import type { Standing } from '../../plan/tasks/standing'
import { goalKey, type GoalKey } from '../../plan/goals/goalKinds'
import { kindsOf, taskKey, type TaskKey, type TaskKind } from '../../plan/tasks/taskKinds'
import { linesOf } from '../../sheet/jointLines'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { LiftPosition, Slug } from '../../sheet/types'
import { isHeldSince, drainings, isOff, liftOf, positionAt, runningSince } from './carState'
import { levelsOf } from '../../sheet/levelsOf'
import { hasLeft } from './hasLeft'
import { isStepDone } from '../steps/isStepDone'
import { listDue } from '../owed/obligations'
import type { JobState, Mark } from '../types'

/** What of the car was touched or stands open beside the lines that are wished for. */
export type Beside = Pick<Standing, 'off' | 'lines' | 'joints' | 'resealed'>

/** What was touched beside the wish, from what is on record. */
export function besideOf({ sheet, lines: all, joints: ends }: ResolvedSheet, state: JobState): Beside {
  const wanted = new Set(state.scope)
  const lines = all.filter(({ id }) => !wanted.has(id) && state.lines[id]?.out !== undefined).map(({ id }) => id)
  const near = new Set([...wanted, ...lines])
  const joints = ends
    .filter(joint => state.joints[joint.id]?.opened !== undefined && !linesOf(joint).some(line => near.has(line)))
    .map(({ id }) => id)
  return {
    off: sheet.operations.filter(({ id }) => isOff(state, id)).map(({ id }) => id),
    lines,
    joints,
    resealed: sheet.operations.filter(({ id, seals = [] }) => seals.length > 0 && state.operations[id]?.off).map(({ id }) => id),
  }
}

/** The car as the planner needs to know it, from what is on record: what is off, what is done, and what was touched beside the wish. */
export function standingOf(resolved: ResolvedSheet, state: JobState): Standing {
  const { sheet } = resolved
  const due = listDue(resolved, state)
  const wanted = new Set(state.scope)
  const beside = besideOf(resolved, state)
  const { lines, joints } = beside
  const isNever = (kind: TaskKind, target: Slug): boolean => {
    // Of a line that goes back as it was, only what was touched is to be done.
    if (lines.includes(target)) return ['receive', 'compare', 'withdraw'].includes(kind)
    const joint = resolved.joints.find(({ id }) => id === target)
    if (joint) {
      const isWanted = linesOf(joint).some(line => wanted.has(line))
      const isPutBack = !isWanted && linesOf(joint).some(line => lines.includes(line))
      return isPutBack && (state.joints[target]?.opened === undefined || kind === 'open')
    }
    const hold = resolved.holds.find(({ id }) => id === target)
    return hold !== undefined && !wanted.has(hold.line) && lines.includes(hold.line) && state.holds[target]?.released === undefined
  }
  const isDone = (kind: TaskKind, target: Slug) =>
    state.steps[taskKey(kind, target)] !== undefined || isNever(kind, target) || isStepDone({ kind, target }, resolved, state, due)
  const among = (kinds: readonly TaskKind[], items: readonly { id: Slug }[]) =>
    items.flatMap(({ id }) => kinds.filter(kind => isDone(kind, id)).map(kind => taskKey(kind, id)))
  const begun = (goal: GoalKey, mark: Mark | undefined): [GoalKey, LiftPosition][] => (mark ? [[goal, positionAt(state, mark)]] : [])
  const filled = sheet.fills.length > 0 && isDone('fill', sheet.fills[0]!.id)
  const done = [
    ...among(kindsOf('line'), resolved.lines),
    ...among(kindsOf('joint'), resolved.joints),
    ...among(kindsOf('hold'), resolved.holds),
    ...among(['renew'], sheet.neighbours),
    ...among(['bleed'], [...sheet.bleeders, sheet]),
    ...among(['turn'], [sheet]),
    ...among(['level'], levelsOf(sheet)),
    ...among(['drain', 'refill'], [sheet, ...(sheet.circuits ?? [])]),
    ...among(['look'], sheet.operations),
    ...among(['prepare', 'catch', 'road-test'], [sheet]),
    ...(['ground', 'half', 'raised'] as const).filter(at => isDone('wipe', at)).map(at => taskKey('wipe', at)),
    ...(filled ? sheet.fills.map(({ id }) => taskKey('fill', id)) : []),
  ]
  return {
    ...beside,
    at: liftOf(state),
    done: [...done, ...engineMarks(resolved, state, [...wanted, ...lines, ...joints], new Set(done))],
    drained: [sheet, ...(sheet.circuits ?? [])].map(({ id }) => id).filter(id => drainings(sheet, state, id).length > 0),
    begunAt: Object.fromEntries([
      ...Object.entries(state.joints).flatMap(([id, { opened, seated }]) => begun(goalKey('joint', id), seated ?? opened)),
      ...Object.entries(state.holds).flatMap(([id, { released }]) => begun(goalKey('hold', id), released)),
      ...Object.entries(state.lines).flatMap(([id, { out }]) => begun(goalKey('withdraw', id), out)),
      ...begun(fillGoal(sheet), filled ? state.added.at(-1) : undefined),
    ]),
    ...(state.pressures.length > 0 && { hasRun: true }),
  }
}

/** Nothing left to look at: the engine has run. Running, with nothing left to do but look: it need not be started again. */
function engineMarks({ sheet, joints }: ResolvedSheet, state: JobState, near: readonly Slug[], done: ReadonlySet<TaskKey>): TaskKey[] {
  const touched = joints.filter(joint => near.includes(joint.id) || linesOf(joint).some(line => near.includes(line)))
  const left = (kinds: readonly TaskKind[]) => touched.some(({ id }) => kinds.some(kind => !done.has(taskKey(kind, id))))
  const others = (sheet.circuits ?? []).filter(({ id }) => drainings(sheet, state, id).length > 0).map(({ level }) => level)
  const parts = sheet.operations.filter(({ id, seals = [] }) => seals.length > 0 && state.operations[id]?.off)
  const looks =
    left(['leak']) ||
    (sheet.bleeding.parameters.running !== undefined && !done.has('turn')) ||
    [...sheet.levels, ...others].some(({ id }) => !done.has(taskKey('level', id))) ||
    parts.some(({ id }) => !done.has(taskKey('look', id)))
  // Held, and nothing worked on since: the pedal need not be pressed again for what is still to be looked at.
  if (looks && isHeldSince(state)) return ['run']
  if (!looks) return state.pressures.length === 0 ? [] : runningSince(state) ? ['run'] : ['run', 'stop']
  const work = left(['open', 'seat', 'torque'])
  return runningSince(state) && !work && state.scope.every(line => hasLeft(state, line)) ? ['run'] : []
}
