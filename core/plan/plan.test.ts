import { goalKey } from './goals/goalKinds'
import { taskKey, type TaskKey } from './tasks/taskKinds'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { allLines, demoCar, everyDemoCar, planOf } from '../../tests/helpers/demo'
import type { LiftPosition, Way } from '../sheet/types'
import { minutes } from '../units/types'
import { listKit } from '../kit/listKit'
import { listTools } from '../kit/listTools'
import { estimateFluid } from '../fluid/estimateFluid'
import { chooseWays, type MovePricing } from './search/chooseWays'
import { scopeOf } from './goals/listGoals'
import { orderTasks } from './search/orderTasks'
import { defaultMoveMinutes } from './liftMinutes'
import { planJob } from './planJob'
import type { PlanInputs } from './planInputs'
import type { Goal, OperationCost, Task } from './types'

const standing: MovePricing = { least: () => 0 }

describe('chooseWays against brute force', () => {
  const ids = ['a', 'b', 'c', 'd', 'e']
  // Needs only point backwards, so there are no circles.
  const operation = (i: number) =>
    fc.record({
      cost: fc.integer({ min: 0, max: 9 }),
      needs: fc.array(fc.array(fc.constantFrom(...ids.slice(0, Math.max(1, i))), { minLength: 1, maxLength: 2 }), {
        maxLength: i === 0 ? 0 : 2,
      }),
    })
  const cases = fc.record({
    operations: fc.tuple(...ids.map((_, i) => operation(i))),
    goals: fc.array(
      fc.array(
        fc.record({
          minutes: fc.integer({ min: 0, max: 6 }),
          needs: fc.array(fc.array(fc.constantFrom(...ids), { minLength: 1, maxLength: 3 }), { maxLength: 2 }),
        }),
        { minLength: 1, maxLength: 3 },
      ),
      { minLength: 1, maxLength: 3 },
    ),
  })

  it('finds the same least cost every time', () => {
    fc.assert(
      fc.property(cases, ({ operations, goals }) => {
        const table = new Map(ids.map((id, i): [string, OperationCost] => [id, { id, at: 'ground', ...operations[i]! }]))
        const asGoals: Goal[] = goals.map((ways, i) => ({
          id: goalKey('joint', `g${i}`),
          kind: 'joint',
          target: `g${i}`,
          stages: ['work'],
          ways: ways.map((way): Way => ({ at: 'ground', from: 'above', needs: way.needs, minutes: minutes(way.minutes) })),
        }))
        const met = (needs: readonly (readonly string[])[], set: Set<string>) => needs.every(anyOf => anyOf.some(id => set.has(id)))
        let best = Infinity
        for (let mask = 0; mask < 1 << ids.length; mask++) {
          const set = new Set(ids.filter((_, i) => (mask >> i) & 1))
          if (![...set].every(id => met(table.get(id)!.needs, set))) continue
          const ways = asGoals.map(goal => Math.min(...goal.ways.filter(way => met(way.needs, set)).map(way => way.minutes)))
          best = Math.min(best, [...set].reduce((sum, id) => sum + table.get(id)!.cost, 0) + ways.reduce((sum, way) => sum + way, 0))
        }
        const choice = chooseWays(asGoals, table, standing)
        expect(choice.ok && choice.value.cost).toBe(best)
      }),
    )
  })

  it('names the goal that cannot be reached', () => {
    const goal = (target: string, needs: string[][]): Goal => ({
      id: goalKey('joint', target),
      kind: 'joint',
      target,
      stages: ['work'],
      ways: [{ at: 'ground', from: 'above', needs, minutes: minutes(1) }],
    })
    expect(chooseWays([goal('fine', []), goal('shut', [['gone']])], new Map(), standing)).toEqual({
      ok: false,
      error: { code: 'ACCESS_NO_WAY', goal: { kind: 'joint', target: 'shut' } },
    })
  })
})

describe('orderTasks', () => {
  const position = fc.constantFrom<LiftPosition>('ground', 'half', 'raised')
  const tasksOf = (places: (LiftPosition | undefined)[], arrows: boolean[][]): Task[] =>
    places.map((at, i) => ({
      id: taskKey('open', `t${i}`),
      kind: 'open',
      target: `t${i}`,
      phase: 'line',
      at,
      minutes: 0,
      priority: i,
      after: places
        .map((_, j) => j)
        .filter(j => j < i && arrows[i]?.[j])
        .map(j => taskKey('open', `t${j}`)),
    }))

  it('moves the car as little as the best of all orders, and never before what must come first', () => {
    const n = 6
    fc.assert(
      fc.property(
        fc.array(fc.option(position, { nil: undefined }), { minLength: n, maxLength: n }),
        fc.array(fc.array(fc.boolean(), { minLength: n, maxLength: n }), { minLength: n, maxLength: n }),
        position,
        (places, arrows, start) => {
          const tasks = tasksOf(places, arrows)
          const ordered = orderTasks(tasks, { start, end: 'ground', moveMinutes: defaultMoveMinutes })
          if (!ordered.ok) throw new Error(ordered.error.code)
          const sequence = ordered.value.visits.flatMap(visit => visit.tasks)
          expect(sequence).toHaveLength(n)
          sequence.forEach((task, i) => expect(task.after.every(id => sequence.slice(0, i).some(earlier => earlier.id === id))).toBe(true))
          let best = Infinity
          const walk = (done: Set<string>, at: LiftPosition, cost: number): void => {
            if (cost >= best) return
            if (done.size === n) best = Math.min(best, cost + defaultMoveMinutes(at, 'ground'))
            for (const task of tasks)
              if (!done.has(task.id) && task.after.every(id => done.has(id)))
                walk(new Set([...done, task.id]), task.at ?? at, cost + defaultMoveMinutes(at, task.at ?? at))
          }
          walk(new Set(), start, 0)
          expect(ordered.value.cost).toBe(best)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('with an engine that hands stay away from, moves the car as little as the best of all orders, and puts nothing back while it runs', () => {
    const [n, run, stop] = [7, 2, 4]
    fc.assert(
      fc.property(
        fc.array(fc.option(position, { nil: undefined }), { minLength: n, maxLength: n }),
        fc.array(fc.array(fc.boolean(), { minLength: n, maxLength: n }), { minLength: n, maxLength: n }),
        fc.array(fc.boolean(), { minLength: n, maxLength: n }),
        position,
        (places, arrows, hands, start) => {
          const tasks = tasksOf(places, arrows).map((task, i): Task => {
            if (i === run) return { ...task, kind: 'run' }
            // The engine stops after it has started, and hands are kept off only what does not come in between of necessity.
            return i === stop
              ? { ...task, kind: 'stop', after: [...new Set([...task.after, taskKey('open', `t${run}`)])] }
              : { ...task, kind: 'on', still: hands[i] }
          })
          const running = (done: ReadonlySet<string>) => done.has(taskKey('open', `t${run}`)) && !done.has(taskKey('open', `t${stop}`))
          let best = Infinity
          const walk = (done: ReadonlySet<string>, at: LiftPosition, cost: number): void => {
            if (cost >= best) return
            if (done.size === n) best = Math.min(best, cost + defaultMoveMinutes(at, 'ground'))
            for (const task of tasks)
              if (!done.has(task.id) && task.after.every(id => done.has(id)) && !(task.still && running(done)))
                walk(new Set([...done, task.id]), task.at ?? at, cost + defaultMoveMinutes(at, task.at ?? at))
          }
          walk(new Set(), start, 0)
          const ordered = orderTasks(tasks, { start, end: 'ground', moveMinutes: defaultMoveMinutes })
          // What the engine is stopped for must not wait for something that hands are kept from until it stands.
          if (best === Infinity) {
            expect(ordered.ok).toBe(false)
            return
          }
          if (!ordered.ok) throw new Error(ordered.error.code)
          expect(ordered.value.cost).toBe(best)
          const done = new Set<string>()
          for (const task of ordered.value.visits.flatMap(visit => visit.tasks)) {
            expect(task.still && running(done)).not.toBe(true)
            expect(task.after.every(id => done.has(id))).toBe(true)
            done.add(task.id)
          }
          expect(done.size).toBe(n)
        },
      ),
      { numRuns: 400 },
    )
  })

  it('starts the engine after what is done on the way to something that hands are kept from', () => {
    const task = (target: string, kind: Task['kind'], at: LiftPosition, after: TaskKey[], still = false): Task => ({
      id: `open:${target}`,
      kind,
      target,
      phase: 'engine',
      at,
      minutes: 0,
      priority: Number(target.slice(1)),
      after,
      ...(still && { still }),
    })
    // The engine comes first by priority; t2 leads to t3, which would have to wait until it stands again, elsewhere.
    const tasks = [
      task('t1', 'run', 'raised', []),
      task('t2', 'leak', 'raised', []),
      task('t3', 'on', 'raised', ['open:t2'], true),
      task('t4', 'stop', 'half', ['open:t1']),
    ]
    const ordered = orderTasks(tasks, { start: 'ground', end: 'ground', moveMinutes: defaultMoveMinutes })
    expect(ordered.ok && ordered.value.visits.map(visit => [visit.at, ...visit.tasks.map(({ target }) => target)])).toEqual([
      ['raised', 't2', 't3', 't1'],
      ['half', 't4'],
    ])
  })

  it('says which tasks wait for each other', () => {
    const circle = tasksOf(['ground', 'ground'], [[], []]).map((task, i) => ({ ...task, after: [taskKey('open', `t${1 - i}`)] }))
    expect(orderTasks(circle, { start: 'ground', end: 'ground', moveMinutes: defaultMoveMinutes })).toMatchObject({
      ok: false,
      error: { code: 'ACCESS_ORDER_IMPOSSIBLE', tasks: [{ target: 't0' }, { target: 't1' }] },
    })
  })
})

describe('planJob on the demo car', () => {
  const order = (coolers: 'one' | 'two', lines?: string[]) => {
    const resolved = demoCar(coolers)
    return planOf(resolved, lines ? { lines } : {}).visits.flatMap(visit => visit.tasks.map(task => task.id))
  }
  const before = (sequence: string[], first: string, second: string) => {
    expect(sequence).toContain(first)
    expect(sequence.indexOf(first), `${first} before ${second}`).toBeLessThan(sequence.indexOf(second))
  }

  it.each(['one', 'two'] as const)('coolers = %s: keeps the rules of the trade', coolers => {
    const resolved = demoCar(coolers)
    const sequence = order(coolers)
    for (const joint of resolved.joints) {
      before(sequence, `open:${joint.id}`, `cap:${joint.id}`)
      before(sequence, `cap:${joint.id}`, `withdraw:${joint.line}`)
      before(sequence, `seals:${joint.id}`, `seat:${joint.id}`)
      before(sequence, `seat:${joint.id}`, 'fill:fill-plug')
      before(sequence, 'run', `leak:${joint.id}`)
      // What hides a joint stays off until it has been seen dry.
      for (const cover of joint.hiddenBy) before(sequence, `leak:${joint.id}`, `on:${cover}`)
      if (joint.torque)
        for (const other of resolved.joints.filter(candidate => candidate.line === joint.line))
          before(sequence, `seat:${other.id}`, `torque:${joint.id}`)
    }
    // The engine needs its intake; nobody starts it over wet joints.
    before(sequence, 'on:air-intake', 'run')
    before(sequence, 'wipe:raised', 'run')
    before(sequence, 'off:radiator-cover', 'off:air-intake')
    before(sequence, 'on:air-intake', 'on:radiator-cover')
    expect(sequence.at(-1)).toBe('road-test')
    expect(new Set(sequence).size).toBe(sequence.length)
  })

  it('raises the car twice for both lines, and takes the grille off only for the lines behind it', () => {
    expect(planOf(demoCar('one')).moves).toBe(4)
    expect(planOf(demoCar('two'), { lines: ['supply'] }).operations).toEqual(['undershield'])
    expect(planOf(demoCar('two'), { lines: ['link'] }).operations).toContain('grille')
  })

  it('goes to the lower radiator joint from below while the shield is off anyway; from above when that is ruled out', () => {
    const resolved = demoCar('one')
    expect(planOf(resolved, { lines: ['supply'] }).ways['joint:radiator-in-joint']).toBe(1)
    const forced = planOf(resolved, { lines: ['supply'], forbidden: { 'joint:radiator-in-joint': [1] } })
    expect(forced.ways['joint:radiator-in-joint']).toBe(0)
    expect(forced.operations).toContain('air-intake')
    expect(forced.minutes.total).toBeGreaterThan(planOf(resolved, { lines: ['supply'] }).minutes.total)
  })

  it('fills at the point that costs least; at the other when the first is ruled out', () => {
    const resolved = everyDemoCar().find(car => car.sheet.id === 'ketch-cooler-assembly')!
    const filled = (inputs: Partial<PlanInputs> = {}) =>
      planOf(resolved, inputs).visits.flatMap(visit => visit.tasks.filter(task => task.kind === 'fill').map(task => task.target))
    const tools = (inputs: Partial<PlanInputs> = {}) => listTools(resolved, planOf(resolved, inputs).visits).flatMap(visit => visit.tools)
    expect(filled()).toEqual(['fill-plug'])
    expect(tools()).not.toContain('long thin funnel')
    const plug = resolved.sheet.fills[0]!.ways.map((_, i) => i)
    const instead = { forbidden: { 'fill:fill-plug': plug } }
    expect(filled(instead)).toEqual(['breather'])
    expect(tools(instead)).toContain('long thin funnel')
    expect(planOf(resolved, instead).operations).toContain('air-box')
    expect(planOf(resolved, instead).minutes.total).toBeGreaterThanOrEqual(planOf(resolved).minutes.total)
  })

  it('adding a line never costs more than doing it alone later, and starting raised saves nothing that is needed', () => {
    const resolved = demoCar('two')
    const cost = (...lines: string[]) => planOf(resolved, { lines }).minutes.total
    for (const [a, b] of [
      ['supply', 'link'],
      ['supply', 'return-long'],
      ['link', 'return-long'],
    ] as const)
      expect(cost(a, b)).toBeLessThanOrEqual(cost(a) + cost(b))
    expect(planOf(resolved, { lines: ['supply'], start: 'raised' }).minutes.moves).toBeLessThan(
      planOf(resolved, { lines: ['supply'] }).minutes.moves,
    )
  })

  it.each([
    ['ACCESS_NOTHING_CHOSEN', 'one', { lines: [] }],
    ['ACCESS_UNKNOWN_LINE', 'one', { lines: ['link'] }],
    ['ACCESS_LAYOUT_OPEN', undefined, { lines: ['supply'] }],
    ['ACCESS_RULED_OUT', 'one', { lines: ['supply'], forbidden: { 'joint:gearbox-out-joint': [0] } }],
    ['ACCESS_UNKNOWN', 'one', { lines: ['supply'], done: ['no-such-cover'] }],
    ['ACCESS_UNKNOWN', 'one', { lines: ['supply'], neighbours: ['no-such-part'] }],
    ['ACCESS_UNKNOWN', 'one', { lines: ['supply'], joints: ['no-such-joint'] }],
    ['ACCESS_UNKNOWN', 'one', { lines: ['supply'], forbidden: { 'joint:gearbox-out-joint': [7] } }],
  ] as const)('refuses with %s', (code, coolers, inputs) => {
    expect(planJob(demoCar(coolers), { start: 'ground', ...inputs })).toMatchObject({ ok: false, error: { code } })
  })
})

describe('kit and tools', () => {
  const resolved = demoCar('one')
  const plan = planOf(resolved)
  const scope = scopeOf(resolved, { lines: allLines(resolved) })
  const kit = scope.ok ? listKit(resolved, scope.value, plan.operations, estimateFluid(resolved, allLines(resolved), plan)) : []
  const count = (name: string) => kit.filter(item => item.name === name).reduce((sum, item) => sum + item.count, 0)

  it('has every one-time part of every joint, caps for both sides, rivets and bottles', () => {
    expect(count('O-ring')).toBe(3)
    expect(count('retaining clip')).toBe(2)
    expect(count('line and port caps')).toBe(8)
    expect(count('push-rivet 8 mm')).toBe(4)
    expect(count('GX-6 long life')).toBe(1)
  })
  it('marks what the new line brings and leaves out what is reused', () => {
    expect(kit.find(item => item.name === 'Shroud hook')).toMatchObject({ brought: true })
    expect(kit.some(item => item.name === 'Bracket, cross member')).toBe(false)
  })
  it('lists hexes once per visit, sorted, and the torque wrench where something is torqued', () => {
    const tools = listTools(resolved, plan.visits)
    expect(tools[1]!.hexes).toEqual([10, 12, 13, 17, 19])
    // A socket is that hex.
    expect([tools[0]!.tools.includes('7 mm socket'), tools[0]!.hexes.includes(7 as never)]).toEqual([true, false])
    expect(tools.map(visit => visit.torqueWrench)).toEqual([false, true, false, true, false])
  })
})
