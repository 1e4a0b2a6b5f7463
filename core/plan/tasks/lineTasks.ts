import { isOn, linesOf } from '../../sheet/jointLines'
import { holdsLine } from '../../sheet/holdsLine'
import { restOf } from '../../sheet/carRests'
import { needsTorque } from '../../sheet/needsTorque'
import type { Joint, Line, Slug } from '../../sheet/types'
import { goalKey } from '../goals/goalKinds'
import type { Scope } from '../goals/listGoals'
import { taskKey, type TaskKey } from './taskKinds'
import { staying, type Job, type TaskOptions } from './taskList'

/** Puts down what comes off, each after what is in its way. */
export function listOffs({ operations, ins, put }: Job, prepared: TaskKey): void {
  operations.forEach((operation, i) =>
    put('off', operation.id, 'open', [prepared, ...ins.wayIn(operation.id).map(id => taskKey('off', id))], {
      at: operation.at,
      from: operation.from,
      minutes: operation.off,
      nudge: operation.isolates ? -50 : i / 100,
      rests: restOf(operation),
    }),
  )
}

/** Open and cap one joint. */
function listOpening({ scope, put }: Job, joint: Joint, after: readonly TaskKey[], nudge: number): TaskKey {
  const goal = goalKey('joint', joint.id)
  const open = put('open', joint.id, 'line', after, { goal, nudge })
  return scope.dry.has(joint.id) ? open : put('cap', joint.id, 'line', [open], { goal, nudge })
}
/** What a joint is once nothing runs from it any more. */
const shutOff = ({ dry }: Scope, joint: Joint): TaskKey => taskKey(dry.has(joint.id) ? 'open' : 'cap', joint.id)

/** Hardest end first, unless told otherwise: the one that costs most minutes to reach. */
function hardnessOf({ scope, wayOf }: Job, { firstEnd }: TaskOptions): Map<Slug, number> {
  const sign = firstEnd === 'easiest' ? -1 : 1
  const byHardness = scope.joints.toSorted((a, b) => sign * (wayOf(goalKey('joint', b.id)).minutes - wayOf(goalKey('joint', a.id)).minutes))
  return new Map(byHardness.map((joint, i) => [joint.id, 2 * i]))
}

/** The lines out and in again. Gives what must be done for them to be tight. */
export function listLineWork(job: Job, prepared: TaskKey, options: TaskOptions): TaskKey[] {
  const tight: TaskKey[] = []
  let previous: TaskKey[] = []
  for (const lines of sharingNuts(job.scope)) {
    const seated = listLines(job, lines, [prepared, ...job.dead, ...previous], options)
    tight.push(...seated.tight)
    if (options.oneAtATime) previous = seated.seated
  }
  return tight
}

/** Lines that one nut holds together, or that come in one piece, come out and go in together. */
function sharingNuts({ lines, joints, carriers }: Scope): (readonly Line[])[] {
  const groups: Line[][] = []
  for (const line of lines) {
    const isNear = (other: Line) =>
      joints.some(joint => isOn(joint, line.id) && isOn(joint, other.id)) ||
      carriers.get(line.id) === other.id ||
      carriers.get(other.id) === line.id
    const near = groups.filter(group => group.some(isNear))
    for (const group of near) groups.splice(groups.indexOf(group), 1)
    groups.push([...near.flat(), line])
  }
  return groups
}

function listLines(job: Job, lines: readonly Line[], after: readonly TaskKey[], options: TaskOptions) {
  const { scope, put } = job
  const hardness = hardnessOf(job, options)
  const nudgeOf = (line: Line) => scope.lines.indexOf(line)
  const joints = scope.joints.filter(joint => lines.some(line => isOn(joint, line.id)))
  for (const joint of joints) listOpening(job, joint, after, hardness.get(joint.id)!)
  for (const line of lines) {
    const opened = joints.filter(joint => isOn(joint, line.id)).map(joint => shutOff(scope, joint))
    const holds = scope.holds.filter(hold => holdsLine(hold, line.id))
    const withdraw = put('withdraw', line.id, 'line', [...opened, ...holds.map(hold => taskKey('release', hold.id))], {
      goal: goalKey('withdraw', line.id),
      nudge: nudgeOf(line),
    })
    if (!scope.carriers.has(line.id)) put('compare', line.id, 'line', [withdraw], { nudge: nudgeOf(line) })
  }
  const carrierOf = (line: Line) => scope.carriers.get(line.id) ?? line.id
  const closed = joints.filter(({ id }) => !scope.dropped.has(id))
  const mine = (joint: Joint) => lines.filter(line => isOn(joint, line.id))
  const first = (joint: Joint) => nudgeOf(mine(joint)[0]!)
  for (const joint of closed.filter(({ seals }) => seals.length > 0))
    put(
      'seals',
      joint.id,
      'line',
      mine(joint).map(line => taskKey('compare', carrierOf(line))),
      { nudge: first(joint) },
    )
  for (const line of lines.filter(({ id }) => !scope.carriers.has(id))) {
    const piece = lines.filter(other => carrierOf(other) === line.id)
    const sealed = closed
      .filter(joint => joint.seals.length > 0 && piece.some(other => isOn(joint, other.id)))
      .map(joint => taskKey('seals', joint.id))
    const out = piece.map(other => taskKey('withdraw', other.id))
    put('fit', line.id, 'line', [...out, taskKey('compare', line.id), ...sealed], {
      goal: goalKey('withdraw', line.id),
      nudge: nudgeOf(line),
    })
  }
  const seated = closed.map(joint =>
    put(
      'seat',
      joint.id,
      'line',
      mine(joint).map(line => taskKey('fit', carrierOf(line))),
      { goal: goalKey('joint', joint.id), nudge: first(joint) },
    ),
  )
  const torqued = closed
    .filter(needsTorque)
    .map(joint => put('torque', joint.id, 'line', startedBefore(joint), { goal: goalKey('joint', joint.id), nudge: first(joint) }))
  return { seated, tight: [...seated, ...torqued] }

  /** Both ends of every line that it holds are started before a nut is torqued. */
  function startedBefore(joint: Joint): TaskKey[] {
    const piece = lines.filter(line => mine(joint).some(own => carrierOf(own) === carrierOf(line)))
    return closed.filter(other => piece.some(line => isOn(other, line.id))).map(({ id }) => taskKey('seat', id))
  }
}

/** Joints opened for themselves or for what is renewed behind them, and what is renewed. */
export function listBeside(job: Job, prepared: TaskKey, options: TaskOptions): TaskKey[] {
  const { sheet, scope, put, dead, hasGoal, tasks } = job
  const hardness = hardnessOf(job, options)
  const ofLines = new Set(scope.lines.map(line => line.id))
  const beside = scope.joints.filter(joint => !linesOf(joint).some(line => ofLines.has(line)))
  const besideOpened = beside.map(joint => listOpening(job, joint, [prepared, ...dead], hardness.get(joint.id)!))
  const tight: TaskKey[] = []
  const renewed = scope.neighbours.map(neighbour => {
    const goal = goalKey('renew', neighbour.id)
    const mine = scope.joints.filter(joint => neighbour.goals.includes(joint.id))
    const free = mine.flatMap(joint => linesOf(joint).filter(line => ofLines.has(line))).map(line => taskKey('withdraw', line))
    const after = [prepared, ...dead, ...mine.map(joint => shutOff(scope, joint)), ...free]
    return { neighbour, task: put('renew', neighbour.id, 'line', after, hasGoal(goal) ? { goal } : {}) }
  })
  for (const [i, joint] of beside.entries()) {
    const goal = goalKey('joint', joint.id)
    const behind = renewed.filter(({ neighbour }) => neighbour.goals.includes(joint.id)).map(({ task }) => task)
    const opened = besideOpened[i]!
    const sealed = joint.seals.length > 0 ? [put('seals', joint.id, 'line', [opened, ...behind])] : []
    const seat = put('seat', joint.id, 'line', [opened, ...behind, ...sealed], { goal })
    tight.push(seat)
    if (needsTorque(joint)) tight.push(put('torque', joint.id, 'line', [seat], { goal }))
  }
  // The new line goes on what is renewed behind it.
  for (const { neighbour, task } of renewed)
    for (const fit of tasks.filter(
      candidate =>
        candidate.kind === 'fit' && scope.joints.some(joint => isOn(joint, candidate.target) && neighbour.goals.includes(joint.id)),
    ))
      fit.after = [...fit.after, task]
  if (scope.joints.some(({ id }) => !scope.dry.has(id)))
    put('catch', sheet.id, 'line', [...scope.lines.map(line => taskKey('withdraw', line.id)), ...besideOpened])
  return [...tight, ...renewed.map(({ task }) => task)]
}

/** Puts down what is released and fastened again; gives the keys of the fastening. */
export function listHolds({ scope, put, dead }: Job, prepared: TaskKey): TaskKey[] {
  return scope.holds.flatMap(hold => {
    const goal = goalKey('hold', hold.id)
    put('release', hold.id, 'line', [prepared, ...dead], { goal })
    if (scope.dropped.has(hold.id)) return []
    const lines = scope.lines.filter(line => line.id === hold.line || hold.with.includes(line.id)).map(line => line.id)
    const seated = staying(scope)
      .filter(joint => linesOf(joint).some(line => lines.includes(line)))
      .map(joint => taskKey('seat', joint.id))
    return [put('fasten', hold.id, 'line', seated, { goal })]
  })
}
