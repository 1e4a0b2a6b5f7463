import { taskKey, type TaskKey } from './tasks/taskKinds'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoCar, everyDemoCar, planOf } from '../../tests/helpers/demo'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import { liftPositions, type Way } from '../sheet/types'
import { minutes } from '../units/types'
import { leastMoves, placeBit } from './search/leastMoves'
import { listAlternatives } from './search/listAlternatives'
import { scopeOf } from './goals/listGoals'
import { listWaits } from './clock/listWaits'
import { defaultMoveMinutes } from './liftMinutes'
import { planJob } from './planJob'
import type { PlanInputs } from './planInputs'
import type { Plan } from './types'
import { ageOf, judgeChance } from './search/judgeChance'
import { withOuterParts } from './tasks/standing'
import { siblingRef } from './goals/siblings'
import { weighNeighbours } from './search/weighNeighbours'

const cars = everyDemoCar()

/** The same car with its ways and parts somewhere else, drawn: what a sheet for another car might say. */
function shaken(resolved: ResolvedSheet, draw: (below: number) => number): ResolvedSheet {
  const move = (ways: readonly Way[]): Way[] =>
    ways.map(way => ({ ...way, at: draw(3) === 0 ? liftPositions[draw(3)]! : way.at, minutes: minutes(way.minutes + draw(4)) }))
  const joints = resolved.joints.map(joint => ({ ...joint, ways: move(joint.ways) }))
  const holds = resolved.holds.map(hold => ({ ...hold, ways: move(hold.ways) }))
  const lines = resolved.lines.map(line => ({ ...line, withdraw: move(line.withdraw) }))
  const operations = resolved.operations.map(operation => ({
    ...operation,
    at: draw(4) === 0 ? liftPositions[draw(3)]! : operation.at,
    off: minutes(operation.off + draw(5)),
  }))
  const swap = <T extends { id: string }>(all: readonly T[], some: readonly T[]): T[] =>
    all.map(item => some.find(other => other.id === item.id) ?? item)
  return {
    ...resolved,
    joints,
    holds,
    lines,
    operations,
    sheet: {
      ...resolved.sheet,
      joints: swap(resolved.sheet.joints, joints),
      holds: swap(resolved.sheet.holds, holds),
      lines: swap(resolved.sheet.lines, lines),
      operations: swap(resolved.sheet.operations, operations),
    },
  }
}

/** The rules of the trade, read off a finished plan without looking at how it was made. */
function brokenRules(resolved: ResolvedSheet, inputs: PlanInputs, plan: Plan): string[] {
  const sequence = plan.visits.flatMap(visit => visit.tasks.map(task => ({ ...task, stands: visit.at })))
  const at = new Map(sequence.map((task, i) => [task.id, i]))
  // What was off when the car came was off before anything else.
  const offBefore = new Set(withOuterParts(resolved, inputs.done ?? []))
  for (const id of offBefore) {
    if (at.has(`off:${id}`)) return [`${id} is taken off twice`]
    at.set(`off:${id}`, -1)
  }
  const broken: string[] = []
  const before = (first: TaskKey, second: TaskKey) => {
    if (at.has(first) && at.has(second) && at.get(first)! > at.get(second)!) broken.push(`${first} comes after ${second}`)
  }
  const every = (kind: string) => sequence.filter(task => task.kind === kind)
  if (at.size !== sequence.length + offBefore.size) broken.push('a task twice')
  for (const task of sequence)
    if (task.at !== undefined && task.at !== task.stands) broken.push(`${task.id} while the car is ${task.stands}`)
  if (plan.visits.at(-1)!.at !== 'ground' && plan.timeline.spans.at(-1)!.kind !== 'move') broken.push('the car stays up')
  const scope = scopeOf(resolved, inputs)
  if (!scope.ok) return ['no scope']
  for (const id of plan.operations) {
    before(`off:${id}`, `on:${id}`)
    if (!at.has(`on:${id}`)) broken.push(`${id} is not put back`)
    const operation = resolved.operations.find(candidate => candidate.id === id)!
    for (const anyOf of offBefore.has(id) ? [] : operation.needs) {
      const first = anyOf.filter(other => plan.operations.includes(other))
      if (first.length === 0) broken.push(`${id} lacks its needs`)
      else if (!first.some(other => at.get(`off:${other}`)! < at.get(`off:${id}`)! && at.get(`on:${other}`)! > at.get(`on:${id}`)!))
        broken.push(`${id} is not reached`)
    }
    const circuit = operation.drains?.circuit
    if (circuit === resolved.sheet.id) for (const fill of every('fill')) before(`on:${id}`, fill.id)
    else if (circuit !== undefined) {
      // Measured, its drain shut, filled again before the engine runs, and read after.
      for (const [first, second] of [
        [`off:${id}`, `drain:${circuit}`],
        [`drain:${circuit}`, `refill:${circuit}`],
        [`on:${id}`, `refill:${circuit}`],
        [`refill:${circuit}`, 'run'],
        ['stop', `level:${resolved.sheet.circuits!.find(one => one.id === circuit)!.level.id}`],
      ] as const) {
        before(first, second)
        if (!at.has(second) && !offBefore.has(id) && scope.value.runs && scope.value.joints.length > 0) broken.push(`${second} is missing`)
      }
    }
    if (operation.seals?.length && scope.value.joints.length > 0 && scope.value.runs) {
      before(`on:${id}`, `look:${id}`)
      before('run', `look:${id}`)
      if (!at.has(`look:${id}`)) broken.push(`look:${id} is missing`)
    }
    if (!operation.engineMayRun && scope.value.runs) before(`on:${id}`, 'run')
    else if (at.has('stop') && at.get(`on:${id}`)! > at.get('run')! && at.get(`on:${id}`)! < at.get('stop')!)
      broken.push(`${id} goes back while the engine runs`)
  }
  for (const joint of scope.value.joints) {
    for (const [first, second] of [
      ['open', 'cap'],
      ['cap', 'seat'],
      ['seals', 'seat'],
      ['seat', 'torque'],
      ['seat', 'fill'],
      ['torque', 'fill'],
    ] as const)
      before(taskKey(first, joint.id), second === 'fill' ? (every('fill')[0]?.id ?? 'fill') : taskKey(second, joint.id))
    // What the new part does without is opened and never closed.
    const isDropped = scope.value.dropped.has(joint.id)
    for (const gone of isDropped ? (['seals', 'seat', 'torque', 'leak'] as const) : [])
      if (at.has(taskKey(gone, joint.id))) broken.push(`${gone}:${joint.id} for what is gone`)
    const asked = isDropped
      ? ['open' as const]
      : scope.value.dry.has(joint.id)
        ? (['open', 'seat', 'leak'] as const)
        : (['open', 'cap', 'seat', 'leak'] as const)
    for (const needed of asked) if (!at.has(taskKey(needed, joint.id))) broken.push(`${needed}:${joint.id} is missing`)
    before(`torque:${joint.id}`, 'run')
    before('run', `leak:${joint.id}`)
    for (const cover of joint.hiddenBy) {
      before(`off:${cover}`, `leak:${joint.id}`)
      before(`leak:${joint.id}`, `on:${cover}`)
    }
    if (scope.value.isolating) before(`off:${scope.value.isolating.id}`, `open:${joint.id}`)
  }
  for (const goal of scope.value.goals) {
    const way = goal.ways[plan.ways[goal.id]!]!
    // One of each is off before anything is done there, and until all is but the looking.
    const hands = sequence
      .filter(task => task.goal === goal.id && task.kind !== 'leak' && task.kind !== 'level')
      .map(task => at.get(task.id)!)
    const isOpen = (id: string) =>
      plan.operations.includes(id) && hands.every(when => at.get(`off:${id}`)! < when && at.get(`on:${id}`)! > when)
    for (const anyOf of way.needs) if (!anyOf.some(isOpen)) broken.push(`${goal.id} lacks ${anyOf.join(' or ')}`)
  }
  for (const task of [...every('fill'), ...every('bleed'), ...every('wipe')]) before(task.id, 'run')
  before('run', 'turn')
  before('turn', 'stop')
  // With the engine off is not while it idles.
  // Marks are read with the pedal up; how a sealed set moves is felt after it was held.
  const isUp = resolved.sheet.proving.pressure !== 'engine' && resolved.sheet.lines.every(({ sealed }) => !sealed)
  for (const level of scope.value.levels.standing) {
    if (isUp) before(`level:${level.id}`, 'run')
    else before('run', `level:${level.id}`)
    before('stop', `level:${level.id}`)
  }
  for (const level of scope.value.levels.cold) before(`level:${level.id}`, 'run')
  for (const fill of every('fill')) for (const bleed of every('bleed')) before(fill.id, bleed.id)
  for (const line of scope.value.lines) {
    before(`receive:${line.id}`, 'prepare')
    before(`withdraw:${line.id}`, `fit:${line.id}`)
    before(`compare:${line.id}`, `fit:${line.id}`)
  }
  for (const hold of scope.value.holds)
    for (const line of scope.value.lines)
      if (hold.line === line.id) {
        before(`release:${hold.id}`, `withdraw:${line.id}`)
        before(`fit:${line.id}`, `fasten:${hold.id}`)
      }
  // Every wait is kept on the clock, and nobody does two things at once.
  const spans = plan.timeline.spans
  spans.forEach((span, i) => i > 0 && Math.abs(span.from - spans[i - 1]!.to) > 1e-6 && broken.push(`a hole in the clock at ${span.from}`))
  const on = new Map(spans.flatMap(span => (span.kind === 'task' ? [[span.task, span] as const] : [])))
  for (const wait of listWaits(resolved.sheet, sequence)) {
    const from = Math.max(0, ...wait.after.map(id => on.get(id)!.to))
    for (const id of wait.before) if (on.get(id)!.from < from + wait.minutes - 1e-6) broken.push(`${id} does not wait for ${wait.id}`)
  }
  return broken
}

describe('a plan', () => {
  it('breaks no rule on two thousand cars, drawn, with whatever a technician decides', () => {
    expect(cars.length).toBeGreaterThan(20)
    fc.assert(
      fc.property(fc.nat(cars.length - 1), fc.infiniteStream(fc.nat(1 << 20)), fc.boolean(), (index, stream, asItIs) => {
        const draw = (below: number) => (stream.next().value as number) % below
        const resolved = asItIs ? cars[index]! : shaken(cars[index]!, draw)
        const pick = <T>(items: readonly T[], most: number) => items.filter(() => draw(3) === 0).slice(0, most)
        const lines = pick(
          resolved.lines.map(line => line.id),
          9,
        )
        const inputs: PlanInputs = {
          lines: lines.length > 0 ? lines : [resolved.lines[0]!.id],
          start: liftPositions[draw(3)]!,
          neighbours: pick(
            resolved.sheet.neighbours.map(neighbour => neighbour.id),
            2,
          ),
          done: pick(
            resolved.operations.map(operation => operation.id),
            2,
          ),
          oneAtATime: draw(3) === 0,
          firstEnd: draw(2) === 0 ? 'easiest' : 'hardest',
          bleed: pick(resolved.sheet.bleeding.allowed, 1)[0],
        }
        const plan = planJob(resolved, inputs)
        if (!plan.ok) {
          expect(['ACCESS_ORDER_IMPOSSIBLE', 'ACCESS_HIDDEN_WHILE_RUNNING']).toContain(plan.error.code)
          return
        }
        expect(brokenRules(resolved, inputs, plan.value)).toEqual([])
        // The bound the choice is made with is a bound.
        const scope = scopeOf(resolved, inputs)
        const places = scope.ok
          ? scope.value.goals.reduce(
              (bits, goal) => goal.stages.reduce((inner, stage) => inner | placeBit(stage, goal.ways[plan.value.ways[goal.id]!]!.at), bits),
              0,
            )
          : 0
        expect(leastMoves(inputs.start, 'ground', defaultMoveMinutes)(places)).toBeLessThanOrEqual(plan.value.minutes.moves)
        expect(plan.value.timeline.hands).toBeCloseTo(plan.value.minutes.total, 6)
      }),
      { numRuns: 2000 },
    )
  })
})

describe('waits', () => {
  const turbo = cars.find(car => car.sheet.id === 'lugger-turbo-oil-feed')!
  it('overlap with work: the clock is shorter than hands and waits after each other', () => {
    const plan = planOf(turbo)
    const cool = plan.timeline.waits.find(wait => wait.id === 'turbo-cold')!
    expect(cool).toMatchObject({ from: 0, to: 40 })
    const waiting = plan.timeline.spans.reduce((sum, span) => (span.kind === 'idle' ? sum + span.to - span.from : sum), 0)
    expect(plan.minutes.clock).toBeCloseTo(plan.minutes.total + waiting, 6)
    expect(waiting).toBeLessThan(plan.timeline.waits.reduce((sum, wait) => sum + wait.minutes, 0))
    expect(plan.timeline.spans.find(span => span.kind === 'task' && span.task === 'off:heat-shield')!.from).toBeGreaterThanOrEqual(40)
  })

  it('somebody sits in a raised car whose engine is started, and nobody else needs to', () => {
    const starts = cars.flatMap(car =>
      planOf(car).visits.flatMap(visit =>
        visit.tasks
          .filter(task => task.kind === 'run' || task.kind === 'stop')
          .map(task => ({ at: visit.at, helper: task.helper ?? false })),
      ),
    )
    expect(new Set(starts.map(start => start.at)).size).toBeGreaterThan(1)
    for (const { at, helper } of starts) expect(helper).toBe(at === 'raised')
  })

  it('counts who is needed: a helper for the pedal, the minutes the car is up', () => {
    const clutch = planOf(cars.find(car => car.sheet.id === 'petrel-clutch-hose')!)
    expect(clutch.visits.flatMap(visit => visit.tasks).find(task => task.kind === 'bleed')).toMatchObject({ helper: true })
    expect(clutch.timeline.helper).toBeGreaterThan(0)
    expect(clutch.timeline.raised).toBeLessThan(clutch.minutes.clock)
    expect(
      planOf(
        cars.find(car => car.sheet.id === 'petrel-clutch-hose')!,
        { bleed: 'vacuum' },
      ).timeline.helper,
    ).toBe(0)
  })
})

describe('overrides', () => {
  const one = demoCar('one')
  it('what is off already costs nothing to take off, and is put back', () => {
    const plan = planOf(one, { lines: ['supply'], done: ['undershield'] })
    const shield = one.operations.find(operation => operation.id === 'undershield')!
    expect(planOf(one, { lines: ['supply'] }).minutes.total - plan.minutes.total).toBe(shield.off)
    expect(plan.visits.flatMap(visit => visit.tasks.map(task => task.id))).toContain('on:undershield')
  })

  it('a missing tool bars what needs it, and is named when there is no way without', () => {
    const lone = cars.find(car => car.sheet.id === 'lugger-turbo-oil-feed')!
    const tool = lone.operations.find(operation => operation.tools.length > 0)!.tools[0]!
    const plan = planJob(lone, { lines: lone.lines.map(line => line.id), start: 'ground', missingTools: [tool] })
    expect(
      plan.ok ? plan.value.operations.some(id => lone.operations.find(operation => operation.id === id)!.tools.includes(tool)) : plan.error,
    ).toEqual(plan.ok ? false : expect.objectContaining({ code: 'ACCESS_TOOL_MISSING', tool }))
  })

  it('one line at a time: the second is opened when the first is seated', () => {
    const sequence = planOf(one, { oneAtATime: true }).visits.flatMap(visit => visit.tasks)
    const [first, second] = one.lines.map(line => ({
      seated: Math.max(
        ...sequence.flatMap((task, i) =>
          task.kind === 'seat' && one.joints.some(joint => joint.id === task.target && joint.line === line.id) ? [i] : [],
        ),
      ),
      opened: Math.min(
        ...sequence.flatMap((task, i) =>
          task.kind === 'open' && one.joints.some(joint => joint.id === task.target && joint.line === line.id) ? [i] : [],
        ),
      ),
    }))
    expect(Math.min(first!.seated, second!.seated)).toBeLessThan(Math.max(first!.opened, second!.opened))
  })
})

describe('listAlternatives', () => {
  it('never finds a better plan, and says what the other way would add', () => {
    for (const resolved of cars.slice(0, 12)) {
      const inputs: PlanInputs = { lines: resolved.lines.map(line => line.id), start: 'ground' }
      const plan = planOf(resolved)
      for (const other of listAlternatives(resolved, inputs, plan)) {
        expect(other.more).toBeGreaterThanOrEqual(0)
        expect(other.way).not.toBe(other.chosen)
        expect(other.more).toBeCloseTo(Math.max(0, other.moreMinutes + other.moreRisk), 5)
      }
    }
    const supply = { lines: ['supply'], start: 'ground' as const }
    const one = demoCar('one')
    expect(
      listAlternatives(one, supply, planOf(one, { lines: ['supply'] })).find(({ goal }) => goal.target === 'radiator-in-joint'),
    ).toMatchObject({ way: 0, adds: expect.arrayContaining(['air-intake']) as string[] })
  })
})

describe('neighbours', () => {
  it('cost no more together than apart; nothing costs nothing; the order of adding does not matter', () => {
    for (const resolved of cars.filter(car => car.sheet.neighbours.some(neighbour => neighbour.ways))) {
      const lines = resolved.lines.map(line => line.id)
      const cost = (wanted: Partial<PlanInputs>) => {
        const plan = planJob(resolved, { lines, start: 'ground', ...wanted })
        if (!plan.ok) throw new Error(plan.error.code)
        return plan.value.minutes.total + plan.value.minutes.risk
      }
      const all = resolved.sheet.neighbours.filter(neighbour => neighbour.ways).map(neighbour => neighbour.id)
      expect(cost({ neighbours: [] })).toBe(cost({}))
      expect(cost({ neighbours: all })).toBe(cost({ neighbours: all.toReversed() }))
      for (const id of all)
        expect(cost({ neighbours: [id] }), `${resolved.sheet.id} ${id}`).toBeLessThanOrEqual(
          cost({}) + cost({ lines: [], neighbours: [id] }) + 1e-6,
        )
    }
  })

  it('are ranked by what doing them now saves; shared access counts once', () => {
    const turbo = cars.find(car => car.sheet.id === 'lugger-turbo-oil-feed')!
    const weights = weighNeighbours(turbo, { lines: turbo.lines.map(line => line.id), start: 'ground' })
    const gasket = weights.find(weight => weight.neighbour === 'housing-gasket')!
    expect(gasket.now!).toBeLessThan(gasket.later! / 2)
    expect(gasket.chance).toBeCloseTo(1 - 0.8 ** 3, 9)
    expect(gasket.saved).toBeCloseTo(gasket.chance! * gasket.later! - gasket.now!, 9)
    expect(weights.map(weight => weight.saved)).toEqual(weights.map(weight => weight.saved).toSorted((a, b) => b! - a!))
    expect(
      weighNeighbours(turbo, { lines: turbo.lines.map(line => line.id), start: 'ground' }, { found: { 'housing-gasket': 'weeping' } }).find(
        weight => weight.neighbour === 'housing-gasket',
      )!.chance,
    ).toBeGreaterThan(gasket.chance!)
  })

  it('a seal nobody supplies is named', () => {
    const resolved = cars.find(car => car.joints.some(joint => joint.seals.some(seal => seal.unobtainable)))!
    const joint = resolved.joints.find(candidate => candidate.seals.some(seal => seal.unobtainable))!
    const sheet = { ...resolved.sheet, neighbours: [{ id: 'behind', what: 'part behind it', goals: [joint.id], parts: [] }] }
    expect(
      weighNeighbours({ ...resolved, sheet }, { lines: resolved.lines.map(line => line.id), start: 'ground' })[0]!.unobtainable,
    ).toEqual([{ joint: joint.id, seal: expect.any(String) as string }])
  })

  it('another line of the car is one of them: shared access counts once, whichever was thought of first', () => {
    const one = demoCar('one')
    const [supply, back] = one.lines.map(line => line.id) as [string, string]
    const total = (lines: string[]) => planOf(one, { lines }).minutes.total
    const beside = weighNeighbours(one, { lines: [supply], start: 'ground' }).find(weight => weight.neighbour === siblingRef(back))!
    expect(beside).toMatchObject({ taken: false, now: total([supply, back]) - total([supply]), later: total([back]) })
    expect(beside.now!).toBeLessThan(beside.later!)
    // Decided on, it stays on the list with the same minutes, so that the decision can be looked at again.
    expect(
      weighNeighbours(one, { lines: [supply, back], start: 'ground' }, { siblings: [back] }).find(
        weight => weight.neighbour === siblingRef(back),
      ),
    ).toMatchObject({ taken: true, now: beside.now, later: beside.later })
    expect(weighNeighbours(one, { lines: [supply, back], start: 'ground' }).some(weight => weight.neighbour.startsWith('line:'))).toBe(
      false,
    )
  })

  it('a chance over years is that of not lasting each of them; wear grows with age', () => {
    expect(judgeChance(0.1, { years: 2 })).toBeCloseTo(1 - 0.9 ** 2, 12)
    expect(judgeChance(0, { years: 9 })).toBe(0)
    expect(judgeChance(3, { years: 1 })).toBe(1)
    // At the age the sheet means, the first year is as it says; the second a tenth more.
    expect(judgeChance(0.1, { years: 2, age: 10 })).toBeCloseTo(1 - 0.9 * (1 - 0.11), 12)
    expect(judgeChance(0.1, { years: 1, age: 20 })).toBeCloseTo(0.2, 12)
    const shop = { sound: 0.2, aged: 1, weeping: 6, ofAge: 5, years: 3 }
    expect(judgeChance(0.1, { years: 1, age: 10, found: 'weeping', judgement: shop })).toBe(1)
    expect(judgeChance(0.1, { years: 1, age: 10, found: 'sound', judgement: shop })).toBeCloseTo(0.04, 12)
    expect(ageOf(2016, '2026-11-25T09:00:00Z')).toBe(10)
    expect(ageOf(2027, '2026-11-25T09:00:00Z')).toBe(1)
    expect(ageOf(undefined, '2026-11-25T09:00:00Z')).toBeUndefined()
  })
})
