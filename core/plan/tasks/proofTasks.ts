import { restOf } from '../../sheet/carRests'
import type { Fill, Level, Operation, Slug } from '../../sheet/types'
import type { Filled } from './fluidTasks'
import { goalKey, type GoalKey } from '../goals/goalKinds'
import { fillGoal, turnGoal, turning } from '../goals/listGoals'
import { taskKey, type TaskKey } from './taskKinds'
import { staying, type About, type Job } from './taskList'

/** The engine runs, everything is looked at, everything goes back. */
export function listProving(
  job: Job,
  { tight, filled, wiped, refilled, cold, fill }: Filled & Readonly<Record<'tight' | 'wiped' | 'refilled', readonly TaskKey[]>>,
  resealed: readonly Slug[],
): void {
  const { sheet, scope, operations, choice, ins, put, tasks, dead, hasGoal } = job
  const parts = sheet.operations.filter(part => isLookedAt(part) && (operations.includes(part) || resealed.includes(part.id)))
  const waitsFor = finishedBefore(job, { has: new Set(tight), fill }, parts)
  const isLook = new Set([
    ...staying(scope).map(joint => taskKey('leak', joint.id)),
    ...[...scope.levels.idling, ...scope.levels.standing].map(level => taskKey('level', level.id)),
    ...parts.map(({ id }) => taskKey('look', id)),
  ])
  // What is looked at once the engine runs: what leads there stays off until then.
  const late = new Set<Slug>()
  const isLate = ({ id }: Operation) =>
    ins.mayStay(id) === true &&
    (waitsFor.get(id)!.some(task => isLook.has(task)) ||
      operations.some(deeper => late.has(deeper.id) && ins.wayIn(deeper.id).includes(id)))
  for (let before = -1; before < late.size;) {
    before = late.size
    for (const operation of operations) if (isLate(operation)) late.add(operation.id)
  }
  const backFirst = operations.filter(({ id }) => ins.mayStay(id) === false).map(({ id }) => taskKey('on', id))
  const looks: TaskKey[] = []
  const others = (sheet.circuits ?? []).filter(({ id }) => refilled.includes(taskKey('refill', id))).map(({ level }) => level)
  if (scope.joints.length > 0 || (scope.runs && (scope.wet || others.length > 0 || parts.length > 0))) {
    // A pedal is pressed, and propped, on the ground: nobody is in a car that goes up.
    const held = sheet.proving.pressure === 'engine' ? {} : { at: 'ground' as const }
    const run = put('run', sheet.id, 'engine', [...wiped, ...filled, ...refilled, ...cold, ...backFirst], held)
    const placed = hasGoal(turnGoal(sheet)) ? { goal: turnGoal(sheet) } : { minutes: turning.running }
    const isTurned = scope.bleed === 'lock-to-lock' && sheet.bleeding.parameters.running !== undefined
    const turned = isTurned ? [put('turn', sheet.id, 'prove', [run], { ...placed, helper: true })] : []
    const idling = scope.levels.idling.map(level => put('level', level.id, 'prove', [run, ...turned], { goal: goalKey('level', level.id) }))
    const readOther = (engine: Level['engine'], after: readonly TaskKey[]) =>
      others
        .filter(level => level.engine === engine)
        .map(level => put('level', level.id, 'prove', after, { ...placeOfOther(level), minutes: level.ways[0]!.minutes, nudge: 10 }))
    idling.push(...readOther('idling', [run]))
    looks.push(...idling)
    for (const { id, at, from } of parts)
      looks.push(put('look', id, 'prove', [run, ...(choice.operations.has(id) ? [taskKey('on', id)] : [])], { at, from }))
    const leaks = staying(scope).map(joint => put('leak', joint.id, 'prove', [run], { goal: goalKey('joint', joint.id) }))
    looks.push(...leaks)
    // A joint may be looked at after that as well.
    const stopped = scope.runs ? [put('stop', sheet.id, 'prove', [run, ...turned, ...idling])] : []
    looks.push(...stopped)
    // How a pedal moves is felt once nobody holds it down any more.
    const heldBefore = scope.isSealed ? leaks : []
    // The marks of a reservoir are read with the pedal up: once it is full, before somebody holds it down.
    const afterRun = sheet.proving.pressure === 'engine' || scope.isSealed ? [run, ...stopped, ...heldBefore] : filled
    // With the engine off is with the engine off: once it stands again.
    looks.push(
      ...scope.levels.standing.map(level =>
        put('level', level.id, 'prove', afterRun, { goal: goalKey('level', level.id), nudge: afterRun === filled ? -200 : 300 }),
      ),
      ...readOther('off', [run, ...stopped]),
    )
  } else for (const level of others) looks.push(put('level', level.id, 'prove', refilled, placeOfOther(level)))
  const still = looks.filter(id => id === 'stop')
  const backOn = operations.map((operation, i) => {
    const isAfter = late.has(operation.id)
    const nudge = (operations.length - i) / 100 - (isAfter ? 0 : 950)
    return put('on', operation.id, isAfter ? 'close' : 'engine', [...waitsFor.get(operation.id)!, ...(isAfter ? still : [])], {
      at: operation.at,
      from: operation.from,
      minutes: operation.on,
      nudge: operation.isolates ? nudge + 5 : nudge,
      rests: restOf(operation),
      still: still.length > 0 && ins.mayStay(operation.id) !== false,
    })
  })
  if (dead.length > 0) {
    // The electrics come alive last of what goes back before the engine runs.
    const last = tasks.find(task => task.id === taskKey('on', scope.isolating!.id))!
    last.after = [...last.after, ...tight]
  }
  if (sheet.proving.roadTest && scope.joints.length > 0) put('road-test', sheet.id, 'close', [...backOn, ...looks], { at: 'ground' })
}

/** It has a seal of its own, which may leak. */
const isLookedAt = ({ seals }: Operation): boolean => (seals ?? []).length > 0
/** Nothing has to come off for the level of another fluid (checkIntegrity). */
const placeOfOther = ({ ways: [way] }: Level): Pick<About, 'at' | 'from'> => ({ at: way!.at, from: way!.from })

/** What must be finished before each part may go back on: what lies deeper, and all that it leads to. */
function finishedBefore(
  { scope, operations, throughOf, ins }: Job,
  { has, fill }: { has: ReadonlySet<TaskKey>; fill: Fill | undefined },
  parts: readonly Operation[],
): Map<Slug, TaskKey[]> {
  const waits = new Map(operations.map((operation): [Slug, TaskKey[]] => [operation.id, [taskKey('off', operation.id)]]))
  // What went on again before has its look all the same, and what leads to it waits for that.
  for (const { id, needs } of parts)
    for (const outer of operations.some(one => one.id === id) ? [] : needs.flat())
      if (waits.has(outer) && ins.mayStay(outer) === true) waits.get(outer)!.push(taskKey('look', id))
  for (const operation of operations)
    for (const outer of ins.wayIn(operation.id))
      waits
        .get(outer)!
        .push(taskKey('on', operation.id), ...(isLookedAt(operation) && ins.mayStay(outer) === true ? [taskKey('look', operation.id)] : []))
  const reach = (goal: GoalKey, finished: readonly TaskKey[], seen: readonly TaskKey[] = [], hidden: readonly Slug[] = []) => {
    const way = new Set(throughOf(goal))
    // A set visits what is added while it is walked.
    for (const id of way) for (const further of ins.wayIn(id)) way.add(further)
    for (const id of way) {
      // What the engine needs, or lies behind such a part, cannot wait for a look that needs the engine; what hides it must.
      waits.get(id)!.push(...finished, ...(ins.mayStay(id) === true || hidden.includes(id) ? seen : []))
    }
  }
  for (const joint of scope.joints)
    reach(
      goalKey('joint', joint.id),
      [taskKey('seat', joint.id), taskKey('torque', joint.id)].filter(id => has.has(id)),
      scope.dropped.has(joint.id) ? [taskKey('cap', joint.id)] : [taskKey('leak', joint.id)],
      joint.hiddenBy,
    )
  for (const { id } of scope.holds) reach(goalKey('hold', id), [scope.dropped.has(id) ? taskKey('release', id) : taskKey('fasten', id)])
  for (const { id } of scope.lines) reach(goalKey('withdraw', id), [taskKey('fit', scope.carriers.get(id) ?? id)])
  for (const neighbour of scope.neighbours)
    if (neighbour.ways?.length) reach(goalKey('renew', neighbour.id), [taskKey('renew', neighbour.id)])
  if (fill) reach(fillGoal(scope), [taskKey('fill', fill.id)])
  for (const bleeder of scope.bleeders) reach(goalKey('bleed', bleeder.id), [taskKey('bleed', bleeder.id)])
  for (const level of scope.levels.cold) reach(goalKey('level', level.id), [taskKey('level', level.id)])
  for (const level of [...scope.levels.idling, ...scope.levels.standing])
    reach(goalKey('level', level.id), [], [taskKey('level', level.id)])
  return waits
}
