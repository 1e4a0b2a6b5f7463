import { describe, expect, it } from 'vitest'
import { known, pocketCar, pocketSheet } from '../../../tests/helpers/pocketCar'
import { tasksOf } from '../../../tests/helpers/pocketTasks'
import type { Joint, Line, Operation, Sheet, Way } from '../../sheet/types'
import { minutes } from '../../units/types'
import { isNamed, listWaits, waitsLeft } from '../clock/listWaits'
import type { Task } from '../types'

/** The rules of the trade, as arrows: what is done before what. On a car small enough to know the answers by heart. */

const arrows = (tasks: readonly Task[]) => Object.fromEntries(tasks.map(({ id, after }) => [id, [...new Set(after)].sort().join(' ')]))
const taskOf = (tasks: readonly Task[], id: string) => tasks.find(task => task.id === id)!
const way = (needs: string[][] = [], more: Partial<Way> = {}): Way => ({ at: 'raised', from: 'below', needs, minutes: minutes(2), ...more })
const change = <T extends { id: string }>(items: readonly T[], id: string, more: Partial<T>): T[] =>
  items.map(item => (item.id === id ? { ...item, ...more } : item))
const joints = (id: string, more: Partial<Joint>) => ({ joints: change(pocketSheet.joints, id, more) })
const lines = (id: string, more: Partial<Line>) => ({ lines: change(pocketSheet.lines, id, more) })
const operations = (id: string, more: Partial<Operation>) => ({ operations: change(pocketSheet.operations, id, more) })
const gravity = { bleed: 'gravity' } as const

describe('two lines and a neighbour, by gravity', () => {
  const tasks = tasksOf(pocketCar(), { ...gravity, neighbours: ['mat'] })
  it('what comes before what', () => {
    const tight = 'catch fasten:bracket fasten:clip prepare renew:mat seat:far seat:last seat:middle seat:near torque:last torque:near'
    expect(arrows(tasks)).toEqual({
      'receive:supply': '',
      'receive:return': '',
      prepare: 'receive:return receive:supply',
      'off:shield': 'prepare',
      'open:near': 'off:shield prepare',
      'cap:near': 'off:shield open:near',
      'open:far': 'prepare',
      'cap:far': 'open:far',
      'open:middle': 'prepare',
      'cap:middle': 'open:middle',
      'open:last': 'prepare',
      'cap:last': 'open:last',
      'release:clip': 'off:shield prepare',
      'release:bracket': 'prepare',
      'withdraw:supply': 'cap:far cap:near release:clip',
      'withdraw:return': 'cap:last cap:middle release:bracket release:clip',
      catch: 'withdraw:return withdraw:supply',
      'compare:supply': 'withdraw:supply',
      'compare:return': 'withdraw:return',
      'renew:mat': 'prepare',
      'seals:near': 'compare:supply',
      'fit:supply': 'compare:supply seals:near withdraw:supply',
      'fit:return': 'compare:return withdraw:return',
      'seat:near': 'fit:supply off:shield',
      'seat:far': 'fit:supply',
      'seat:middle': 'fit:return',
      'seat:last': 'fit:return',
      'torque:near': 'off:shield seat:far seat:near',
      'torque:last': 'seat:last seat:middle',
      'fasten:clip': 'off:shield seat:far seat:last seat:middle seat:near',
      'fasten:bracket': 'seat:last seat:middle',
      'fill:dipstick': tight,
      'bleed:left': 'fill:dipstick',
      'bleed:right': 'fill:dipstick',
      'wipe:raised': 'bleed:left bleed:right',
      run: 'bleed:left bleed:right wipe:raised',
      'level:hot': 'run',
      'leak:near': 'off:shield run',
      'leak:far': 'run',
      'leak:middle': 'run',
      'leak:last': 'run',
      stop: 'level:hot run',
      'level:cold': 'run stop',
      'on:shield': 'fasten:clip leak:near off:shield seat:near stop torque:near',
      'road-test': 'leak:far leak:last leak:middle leak:near level:cold level:hot on:shield stop',
    })
  })
  it('where each is done, and how long it takes of what its way takes', () => {
    const placed = (id: string) => {
      const { at, from, minutes: took } = taskOf(tasks, id)
      return [at, from, took]
    }
    expect(placed('receive:supply')).toEqual([undefined, undefined, 0])
    expect(placed('off:shield')).toEqual(['raised', 'below', 3])
    for (const id of ['open:near', 'seat:near', 'release:clip', 'fasten:clip', 'withdraw:supply', 'fit:supply'])
      expect(placed(id), id).toEqual(['raised', 'below', 1])
    for (const id of ['fill:dipstick', 'bleed:left', 'level:hot', 'renew:mat']) expect(placed(id), id).toEqual(['raised', 'below', 2])
    for (const id of ['cap:near', 'torque:near', 'leak:near']) expect(placed(id), id).toEqual(['raised', 'below', 0])
    expect(placed('wipe:raised')).toEqual(['raised', undefined, 0])
    expect(placed('road-test')).toEqual(['ground', undefined, 0])
    expect(placed('on:shield')).toEqual(['raised', 'below', 3])
  })
  it('the order it goes where the arrows leave it open', () => {
    const before = (one: string, other: string) => taskOf(tasks, one).priority < taskOf(tasks, other).priority
    const order = ['receive:supply', 'prepare', 'off:shield', 'open:near', 'release:clip', 'withdraw:supply', 'catch', 'compare:supply']
    const later = ['renew:mat', 'seals:near', 'fit:supply', 'seat:near', 'torque:near', 'fasten:clip', 'fill:dipstick', 'bleed:left']
    const last = ['wipe:raised', 'run', 'level:hot', 'leak:near', 'stop', 'level:cold', 'on:shield', 'road-test']
    const all = [...order, ...later, ...last]
    for (const [i, id] of all.slice(1).entries()) expect(before(all[i]!, id), `${all[i]} before ${id}`).toBe(true)
    // A joint is capped before the next is opened.
    expect(before('cap:near', 'open:far')).toBe(true)
    expect(before('withdraw:supply', 'withdraw:return')).toBe(true)
  })
  it('nothing is in its list twice, and nothing waits for what is not there', () => {
    const ids = new Set(tasks.map(({ id }) => id))
    expect(ids.size).toBe(tasks.length)
    for (const { after } of tasks) for (const id of after) expect(ids.has(id), id).toBe(true)
  })
})

describe('joints', () => {
  it('the one that is hardest to reach is opened first, or last where somebody asks for that', () => {
    const car = pocketCar(joints('last', { ways: [way([], { minutes: minutes(9) })] }))
    const first = (firstEnd?: 'easiest') => {
      const opening = tasksOf(car, gravity, { ...(firstEnd && { firstEnd }) }).filter(({ kind }) => kind === 'open')
      return opening.reduce((least, task) => (task.priority < least.priority ? task : least)).target
    }
    expect(first()).toBe('last')
    expect(first('easiest')).not.toBe('last')
  })
  it('that let nothing out are neither capped nor caught from', () => {
    const dry = { joints: pocketSheet.joints.map(joint => ({ ...joint, opensNothing: true })) }
    const all = arrows(tasksOf(pocketCar(dry), gravity))
    expect(Object.keys(all).filter(id => id.startsWith('cap') || id === 'catch' || id.startsWith('fill'))).toEqual([])
    expect(all['withdraw:supply']).toBe('open:far open:near release:clip')
    const some = arrows(tasksOf(pocketCar(joints('far', { opensNothing: true })), gravity))
    expect(some['withdraw:supply']).toBe('cap:near open:far release:clip')
    expect(some.catch).toBeDefined()
  })
  it('alone: the line stays, the rest is done all the same', () => {
    const all = arrows(tasksOf(pocketCar(), { ...gravity, lines: [], joints: ['near'] }))
    expect(all['open:near']).toBe('off:shield prepare')
    expect(all['seals:near']).toBe('cap:near')
    expect(all['seat:near']).toBe('cap:near off:shield seals:near')
    expect(all['torque:near']).toBe('off:shield seat:near')
    expect(all.catch).toBe('cap:near')
    expect(all['fill:dipstick']).toBe('catch prepare seat:near torque:near')
    expect(all.prepare).toBe('')
    expect(Object.keys(all).filter(id => /withdraw|fit|compare|receive|release/.test(id))).toEqual([])
    // Without a seal of its own it is seated as it was.
    expect(arrows(tasksOf(pocketCar(), { ...gravity, lines: [], joints: ['far'] }))['seat:far']).toBe('cap:far')
  })
  it('open for what is renewed behind them, and closed after it', () => {
    const [mat] = pocketSheet.neighbours
    const car = pocketCar({ neighbours: [{ ...mat!, goals: ['near'] }] })
    const beside = arrows(tasksOf(car, { ...gravity, lines: [], neighbours: ['mat'] }))
    expect(beside['renew:mat']).toBe('cap:near prepare')
    expect(beside['seals:near']).toBe('cap:near renew:mat')
    expect(beside['seat:near']).toBe('cap:near off:shield renew:mat seals:near')
    // On a line that comes out, the line is out first and goes in on what is new.
    const both = arrows(tasksOf(car, { ...gravity, neighbours: ['mat'] }))
    expect(both['renew:mat']).toBe('cap:near prepare withdraw:supply')
    expect(both['fit:supply']).toBe('compare:supply renew:mat seals:near withdraw:supply')
    expect(both['fit:return']).toBe('compare:return withdraw:return')
    expect(both['fill:dipstick']).toContain('renew:mat')
    const nowhere = pocketCar({ neighbours: [{ ...mat!, ways: [], goals: ['near'] }] })
    expect(taskOf(tasksOf(nowhere, { ...gravity, neighbours: ['mat'] }), 'renew:mat')).toMatchObject({ at: undefined, minutes: 0 })
  })
})

describe('lines', () => {
  it('one at a time: the next is opened when the last is seated', () => {
    const all = arrows(tasksOf(pocketCar(), gravity, { oneAtATime: true }))
    for (const id of ['open:middle', 'open:last']) expect(all[id], id).toBe('prepare seat:far seat:near')
    expect(all['open:near']).toBe('off:shield prepare')
  })
  it('that one nut holds come out and go in together', () => {
    const car = pocketCar(joints('far', { also: [{ line: 'return', end: 'from' }] }))
    const all = arrows(tasksOf(car, gravity, { oneAtATime: true }))
    expect(all['open:middle']).toBe('prepare')
    expect(all['withdraw:return']).toBe('cap:far cap:last cap:middle release:bracket release:clip')
    expect(all['seat:far']).toBe('fit:return fit:supply')
    expect(all['torque:near']).toBe('off:shield seat:far seat:near')
    expect(all['torque:last']).toBe('seat:far seat:last seat:middle')
  })
  it('of one piece: bought, laid beside the old and laid in once, without what it does without', () => {
    const all = arrows(tasksOf(pocketCar(), { ...gravity, parts: { supply: 'both-lines' } }))
    expect(all.prepare).toBe('receive:supply')
    expect(all['fit:supply']).toBe('compare:supply seals:near withdraw:return withdraw:supply')
    expect(all['seat:last']).toBe('fit:supply')
    expect(all['torque:last']).toBe('seat:far seat:last seat:near')
    expect(Object.keys(all).filter(id => /(receive|compare|fit):return|(seat|torque|leak|seals):middle|fasten:clip/.test(id))).toEqual([])
    expect(all['cap:middle']).toBe('open:middle')
    expect(all['release:clip']).toBe('off:shield prepare')
    // What is dropped holds a cover off until it is capped, and no longer.
    const hidden = pocketCar(joints('middle', { hiddenBy: ['inner'] }))
    const covered = arrows(tasksOf(hidden, { ...gravity, parts: { supply: 'both-lines' } }, {}, ['inner']))
    expect(covered['on:inner']).toBe('cap:middle off:inner')
    expect(all['on:shield']).toBe('leak:near off:shield release:clip seat:near stop torque:near')
  })
})

describe('parts in the way', () => {
  it('come off from the outside in, and go back from the inside out', () => {
    const car = pocketCar(joints('near', { ways: [way([['inner']])], hiddenBy: [] }))
    const all = arrows(tasksOf(car, gravity))
    expect(all['off:inner']).toBe('off:shield prepare')
    expect(all['open:near']).toBe('off:inner off:shield prepare')
    expect(all['on:shield']).toContain('on:inner')
    expect(all['on:inner']).toBe('leak:near off:inner seat:near stop torque:near')
  })
  it('that the engine needs go back before it runs, whatever has to be looked at later', () => {
    const all = tasksOf(pocketCar(joints('far', { ways: [way([['belt']])] })), gravity)
    expect(arrows(all)['on:belt']).toBe('off:belt seat:far')
    expect(arrows(all).run).toBe('bleed:left bleed:right on:belt wipe:raised')
    expect(taskOf(all, 'on:belt').phase).toBe('engine')
    expect(taskOf(all, 'on:belt')).not.toHaveProperty('still')
    expect(taskOf(all, 'on:shield')).toMatchObject({ phase: 'close', still: true })
    // Hidden by it, nobody would see it.
    expect(arrows(tasksOf(pocketCar(joints('far', { hiddenBy: ['belt'] })), gravity))['on:belt']).toContain('leak:far')
  })
  it('with nothing to look at behind them go back when that suits', () => {
    const all = tasksOf(pocketCar(lines('return', { withdraw: [way([['inner']])] })), gravity)
    expect(arrows(all)['on:inner']).toBe('fit:return off:inner')
    expect(taskOf(all, 'on:inner')).toMatchObject({ phase: 'engine', still: true })
    expect(taskOf(all, 'on:inner').priority).toBeLessThan(taskOf(all, 'on:shield').priority)
  })
  it.each<[string, Partial<Sheet>, string]>([
    ['the fill point', { fills: [{ ...pocketSheet.fills[0]!, ways: [way([['inner']])] }] }, 'fill:dipstick off:inner'],
    ['a bleeder', { bleeders: change(pocketSheet.bleeders, 'left', { ways: [way([['inner']])] }) }, 'bleed:left off:inner'],
    ['a neighbour', { neighbours: [{ ...pocketSheet.neighbours[0]!, ways: [way([['inner']])] }] }, 'off:inner renew:mat'],
    ['a level', { levels: change(pocketSheet.levels, 'cold', { ways: [way([['inner']])] }) }, 'level:cold off:inner stop'],
  ])('that lead to %s go back after it', (_, sheet, after) => {
    expect(arrows(tasksOf(pocketCar(sheet), { ...gravity, neighbours: ['mat'] }))['on:inner']).toBe(after)
  })
  it('with a gasket are looked at, and what leads to them stays off until then', () => {
    const all = arrows(tasksOf(pocketCar(lines('supply', { withdraw: [way([['pan']])] })), gravity))
    expect(all['look:pan']).toBe('on:pan run')
    expect(all['on:pan']).toBe('fit:supply off:pan')
    expect(all['on:shield']!.split(' ')).toEqual(expect.arrayContaining(['look:pan', 'on:pan']))
    expect(all['drain:pocket']).toBe('off:pan')
    expect(all['fill:dipstick']).toContain('drain:pocket')
    expect(all['fill:dipstick']).toContain('on:pan')
    expect(all['road-test']).toContain('look:pan')
    // Put back before, it has its look all the same.
    const later = arrows(tasksOf(pocketCar(), gravity, { standing: { off: [], done: [], resealed: ['pan'] } }))
    expect(later['look:pan']).toBe('run')
    expect(later['on:shield']).toContain('look:pan')
  })
  it('electrics are dead before anything is opened beside a live cable, and alive again last', () => {
    const point = (x: number) => ({ at: [x, 0, 400] as const })
    const tube = { kind: 'tube', material: 'steel', od: 8, wall: 1, points: [point(0), point(300)] } as never
    const car = pocketCar({
      ...lines('supply', { sections: [tube] }),
      ...operations('inner', { isolates: true, needs: [] }),
      keepouts: [
        {
          id: 'cable',
          what: 'cable',
          kind: 'electrical',
          body: { shape: 'capsule', a: [0, 20, 400], b: [300, 20, 400], radius: 5 as never },
          clearance: minutes(30) as never,
        },
      ],
    })
    const all = tasksOf(car, { ...gravity, neighbours: ['mat'] })
    for (const id of ['open:near', 'open:far', 'open:middle', 'open:last', 'release:clip', 'release:bracket', 'renew:mat'])
      expect(arrows(all)[id], id).toContain('off:inner')
    expect(arrows(all)['on:inner']!.split(' ')).toEqual(
      expect.arrayContaining(['seat:near', 'torque:near', 'seat:last', 'torque:last', 'fasten:clip', 'renew:mat']),
    )
    expect(taskOf(all, 'off:inner').priority).toBeLessThan(taskOf(all, 'off:shield').priority)
    expect(arrows(tasksOf(pocketCar(operations('inner', { isolates: true, needs: [] })), gravity))['off:inner']).toBeUndefined()
  })
})

describe('fluid', () => {
  it('by hand and foot takes a helper; by turning the wheel, once without the engine and once with it', () => {
    const helpers = (bleed: 'gravity' | 'pump-and-hold') =>
      tasksOf(pocketCar(), { bleed }).flatMap(({ id, helper }) => (helper ? [id] : []))
    expect(helpers('gravity')).toEqual([])
    expect(helpers('pump-and-hold')).toEqual(['bleed:left', 'bleed:right'])
    const turning = (parameters: Sheet['bleeding']['parameters']) =>
      tasksOf(pocketCar({ bleeding: { ...pocketSheet.bleeding, parameters } }), { bleed: 'lock-to-lock' })
    const still = turning({})
    expect(taskOf(still, 'bleed:pocket')).toMatchObject({ helper: true, minutes: 5, after: ['fill:dipstick'] })
    expect(taskOf(still, 'turn')).toBeUndefined()
    const both = turning({ at: 'half', running: 4 })
    expect(taskOf(both, 'bleed:pocket')).toMatchObject({ at: 'half', from: 'seat', minutes: 5, helper: true })
    expect(taskOf(both, 'turn')).toMatchObject({ at: 'half', minutes: 3, helper: true, after: ['run'] })
    expect(arrows(both)['level:hot']).toBe('run turn')
    expect(arrows(both).stop).toBe('level:hot run turn')
    expect(taskOf(turning({ running: 4 }), 'turn')).toMatchObject({ at: undefined, minutes: 3 })
    const circulated = arrows(tasksOf(pocketCar(), { bleed: 'circulate' }))
    expect(Object.keys(circulated).filter(id => id.startsWith('bleed'))).toEqual([])
    expect(circulated.run).toBe('fill:dipstick wipe:raised')
  })
  it('is wiped where its joints are, where it is filled after that', () => {
    const car = pocketCar({ fills: [{ ...pocketSheet.fills[0]!, ways: [way([], { at: 'ground', from: 'above' })] }] })
    expect(arrows(tasksOf(car, gravity))['wipe:raised']).toBe('seat:far seat:last seat:middle seat:near torque:last torque:near')
    const mixed = pocketCar({ ...joints('far', { ways: [way([], { at: 'ground', from: 'above' })] }), fills: car.sheet.fills })
    const all = arrows(tasksOf(mixed, gravity))
    expect(all['wipe:ground']).toBe('bleed:left bleed:right')
    expect(all['wipe:raised']).toBe('seat:last seat:middle seat:near torque:last torque:near')
    expect(all.run).toBe('bleed:left bleed:right wipe:ground wipe:raised')
    // Filled already, where that was is known.
    const filled = tasksOf(pocketCar(), gravity, { standing: { off: [], done: [], begunAt: { 'fill:dipstick': 'ground' } } })
    expect(arrows(filled)['wipe:raised']).toBe('bleed:left bleed:right')
  })
  it('another one is measured as it runs out, and goes in when its drain is shut', () => {
    const all = tasksOf(pocketCar(joints('far', { ways: [way([['hose']])] })), gravity)
    expect(arrows(all)['drain:coolant']).toBe('off:hose')
    expect(taskOf(all, 'drain:coolant')).toMatchObject({ at: 'raised', from: 'below' })
    expect(arrows(all)['refill:coolant']).toBe('drain:coolant on:hose')
    expect(taskOf(all, 'refill:coolant')).toMatchObject({ at: 'ground', from: 'above', minutes: 3 })
    expect(arrows(all).run).toContain('refill:coolant')
    expect(arrows(all)['level:header']).toBe('run stop')
    expect(taskOf(all, 'level:header')).toMatchObject({ at: 'raised', from: 'below', minutes: 2, phase: 'prove' })
    const [coolant] = pocketSheet.circuits!
    const idling = { circuits: [{ ...coolant!, level: { ...coolant!.level, engine: 'idling' as const } }] }
    expect(arrows(tasksOf(pocketCar({ ...joints('far', { ways: [way([['hose']])] }), ...idling }), gravity))['level:header']).toBe('run')
    const drained = arrows(tasksOf(pocketCar(), gravity, { standing: { off: [], done: [], drained: ['coolant'] } }))
    expect([drained['drain:coolant'], drained['refill:coolant']]).toEqual(['', 'drain:coolant'])
  })
  it('renewed for its own sake is drawn off first; a level alone is only read', () => {
    const renew = arrows(tasksOf(pocketCar(), { ...gravity, lines: [], service: 'renew' }))
    expect(renew['drain:pocket']).toBe('prepare')
    expect(renew['fill:dipstick']).toBe('drain:pocket prepare')
    const bled = arrows(tasksOf(pocketCar(), { ...gravity, lines: [], service: 'bleed' }))
    expect(bled['drain:pocket']).toBeUndefined()
    expect(Object.keys(bled)).toEqual(['prepare', 'fill:dipstick', 'bleed:left', 'bleed:right', 'run', 'level:hot', 'stop', 'level:cold'])
    const level = arrows(tasksOf(pocketCar(), { ...gravity, lines: [], service: 'level' }))
    expect(Object.keys(level)).toEqual(['prepare', 'run', 'level:hot', 'stop', 'level:cold'])
  })
  it('a mark for a cold system is read before the engine warms it', () => {
    const temperature = known({ low: 10 as never, high: 30 as never })
    const car = pocketCar({ levels: change(pocketSheet.levels, 'cold', { temperature }) })
    const all = arrows(tasksOf(car, gravity))
    expect(all['level:cold']).toBe('bleed:left bleed:right')
    expect(all.run).toBe('bleed:left bleed:right level:cold wipe:raised')
  })
  it('no engine where a pedal makes the pressure and nothing is read idling', () => {
    const proving = { ...pocketSheet.proving, pressure: 'pedal', roadTest: false } as const
    const all = arrows(tasksOf(pocketCar({ proving, levels: pocketSheet.levels.slice(0, 1) }), gravity))
    expect(all.stop).toBeUndefined()
    // The marks are read with the pedal up: before it is pressed.
    expect(all['level:cold']).toBe('bleed:left bleed:right')
    expect(taskOf(tasksOf(pocketCar({ proving, levels: pocketSheet.levels.slice(0, 1) }), gravity), 'run')).toMatchObject({ at: 'ground' })
    expect(all['road-test']).toBeUndefined()
    expect(all['on:shield']).toBe('fasten:clip leak:near off:shield seat:near torque:near')
  })
})

describe('in the middle of the work', () => {
  it('what is done is gone, and what waited for it waits for what it waited for', () => {
    const done = ['receive:supply', 'receive:return', 'prepare', 'off:shield', 'open:near', 'cap:near', 'seat:near'] as const
    const all = arrows(tasksOf(pocketCar(), gravity, { standing: { off: ['shield'], done } }))
    for (const id of done) expect(all[id], id).toBeUndefined()
    expect(all['open:far']).toBe('')
    expect(all['withdraw:supply']).toBe('cap:far release:clip')
    // Seated ahead of the order: what waits for it waits for the line to be in.
    expect(all['torque:near']).toBe('fit:supply seat:far')
    expect(all['release:clip']).toBe('')
  })
  it('a part that is off need not come off; what had to be off for something done is not asked for again', () => {
    const all = arrows(tasksOf(pocketCar(), gravity, { standing: { off: [], done: ['open:near', 'cap:near'] } }))
    expect(all['off:shield']).toBe('prepare')
    expect(all['withdraw:supply']).toBe('cap:far prepare release:clip')
  })
})

describe('time between', () => {
  const tasks = tasksOf(pocketCar(joints('far', { ways: [way([['hose']])] })), gravity)
  it('the sheet’s own waits, and the minutes before a joint counts as dry', () => {
    const waits = listWaits(pocketSheet, tasks)
    expect(waits.map(({ id, minutes: long, after, before }) => [id, long, after.join(' '), before.join(' ')])).toEqual([
      ['cools', 30, '', 'open:near'],
      ['drips', 10, 'off:hose', 'on:hose'],
      ['leak', 5, 'run', 'leak:near leak:far leak:middle leak:last stop'],
    ])
    expect(taskOf(tasks, 'on:hose').after).toContain('off:hose')
    // What this job does not touch has no wait.
    expect(listWaits(pocketSheet, tasksOf(pocketCar(), { ...gravity, lines: ['return'] })).map(({ id }) => id)).toEqual(['leak'])
    expect(listWaits({ ...pocketSheet, waits: undefined, proving: { ...pocketSheet.proving, leakMinutes: 'unknown' } }, tasks)).toEqual([])
  })
  it('rest for air to rise, where something is bled and the engine runs after', () => {
    const resting = { ...pocketSheet, waits: [], bleeding: { ...pocketSheet.bleeding, parameters: { restMinutes: minutes(15) } } }
    expect(listWaits(resting, tasks)[1]).toMatchObject({
      id: 'rest',
      kind: 'rest',
      minutes: 15,
      after: ['bleed:left', 'bleed:right'],
      before: ['run'],
    })
    const unbled = tasks.filter(({ kind }) => kind !== 'bleed')
    expect(listWaits(resting, unbled)).toHaveLength(1)
    expect(
      listWaits(
        resting,
        tasks.filter(({ kind }) => kind !== 'run'),
      ).map(({ id }) => id),
    ).toEqual(['leak'])
    expect(
      listWaits(
        resting,
        tasks.filter(({ kind }) => kind !== 'leak'),
      ).map(({ id }) => id),
    ).toEqual(['rest'])
  })
  it('names a step by its kind, or by what it is about as well', () => {
    const near = { kind: 'open', target: 'near' }
    expect(isNamed(['open'], near)).toBe(true)
    expect(isNamed(['open:near'], near)).toBe(true)
    expect(isNamed(['open:far', 'cap', 'near'], near)).toBe(false)
    expect(isNamed([], near)).toBe(false)
  })
  it('of waits those are left that have not begun and still stand before something', () => {
    const waits = listWaits(pocketSheet, tasks)
    const left = (done: string[], hasBegun = true) => waitsLeft(waits, id => done.includes(id), hasBegun).map(({ id }) => id)
    expect(left([])).toEqual(['drips', 'leak'])
    expect(left([], false)).toEqual(['cools', 'drips', 'leak'])
    expect(left(['off:hose'])).toEqual(['leak'])
    expect(left(['run'])).toEqual(['drips'])
    expect(left(['on:hose'])).toEqual(['leak'])
    expect(waitsLeft(waits, id => id === 'leak:near', true)[1]!.before).not.toContain('leak:near')
  })
})
