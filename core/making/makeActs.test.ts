import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pointsFromBends, type BendRow } from '../route/bendTable'
import { developLine, samplePoints } from '../route/developLine'
import { distance } from '../route/vector'
import { bendOrder, blockOf, type BenderBody } from './bendOrder'
import { checkMakeable, type Making } from './checkMakeable'
import { endForms, type EndForm } from './cutLength'
import { blockersOf, lockedOut, makeActs, nextAct, undoneWith, type Loose, type MakeAct } from './makeActs'

const body: BenderBody = { reach: 40, half: 15, grip: 15 }
const straight = (length: number): BendRow => ({ straight: length, rotate: 0, bend: 0, radius: 0 })

/**
 * How near the tube comes to itself while one bend is made, by a table of what is bent so far: what is not bent yet is straight tube of the
 * next row. Every degree, every 3 mm.
 */
function sweptApart(rows: readonly BendRow[], made: ReadonlySet<number>, bend: number, grip: number): number {
  const arc = ({ radius, bend: angle }: BendRow) => (radius * angle * Math.PI) / 180
  const before = rows.slice(0, bend).reduce((sum, row) => sum + row.straight + arc(row), 0) + rows[bend]!.straight
  const after = before + arc(rows[bend]!)
  let least = Infinity
  for (let angle = 1; angle <= rows[bend]!.bend; angle++) {
    const table: BendRow[] = []
    let [straightOn, turned] = [0, 0]
    for (const [i, row] of rows.entries()) {
      const bent = i === bend ? angle : made.has(i) ? row.bend : 0
      straightOn += row.straight
      turned += row.rotate
      if (bent > 0) {
        table.push({ straight: straightOn, rotate: turned, bend: bent, radius: row.radius })
        ;[straightOn, turned] = [0, 0]
      }
      straightOn += row.radius * (((row.bend - bent) * Math.PI) / 180)
    }
    table.push(straight(straightOn))
    const points = pointsFromBends([0, 0, 0], [1, 0, 0], table)
    const course = points.ok ? developLine([{ kind: 'tube', points: points.value } as never]) : undefined
    if (!course?.ok) throw new Error('no line')
    const all = samplePoints(course.value, 3)
    const [held, moving] = [all.filter(({ s }) => s < before - grip), all.filter(({ s }) => s > after + grip)]
    for (const p of held) for (const q of moving) least = Math.min(least, distance(p.at, q.at))
  }
  return least
}

describe('the order of bends', () => {
  it('a flat zigzag is bent along from its first end', () => {
    const rows: BendRow[] = [
      { straight: 100, rotate: 0, bend: 60, radius: 14 },
      { straight: 150, rotate: 180, bend: 60, radius: 14 },
      straight(100),
    ]
    expect(bendOrder(rows, 4.76, body)).toEqual({ order: [0, 1], from: 'first', notLast: [] })
  })
  // Two bends towards each other close a hook whose legs strike: 100 mm apart, 2 × 120° turn the end back across the first leg.
  it('a line that would run through itself is said to, and no order is made up', () => {
    const rows: BendRow[] = [
      { straight: 200, rotate: 0, bend: 150, radius: 14 },
      { straight: 60, rotate: 0, bend: 150, radius: 14 },
      straight(200),
    ]
    const found = bendOrder(rows, 4.76, body)
    expect(found.order).toBeUndefined()
    expect(found.notLast.length).toBeGreaterThan(0)
  })
  it('where two bends lie close, the second finds nothing to hold once the first is made, and is named', () => {
    const rows: BendRow[] = [
      { straight: 100, rotate: 0, bend: 60, radius: 14 },
      { straight: 10, rotate: 90, bend: 60, radius: 14 },
      straight(100),
    ]
    expect(blockOf(rows, new Set([0]), 1, 4.76, body)).toEqual({ bend: 1, by: 'grip' })
    expect(blockOf(rows, new Set(), 1, 4.76, body)).toBeUndefined()
    expect(bendOrder(rows, 4.76, body).order).toBeUndefined()
  })
  it('over a bench what hangs down strikes it, and the other way round it does not', () => {
    const rows: BendRow[] = [
      { straight: 120, rotate: 0, bend: 90, radius: 14 },
      { straight: 120, rotate: 90, bend: 90, radius: 14 },
      straight(200),
    ]
    const blocked = [90, -90].map(rotate =>
      blockOf([rows[0]!, { ...rows[1]!, rotate }, rows[2]!], new Set([0]), 1, 4.76, { ...body, bench: 30 }),
    )
    expect(blocked.filter(Boolean)).toEqual([{ bend: 1, by: 'bench' }])
  })
  it('the tube strikes itself where a finer sweep, laid out in another way, says that it does', () => {
    let [struck, free] = [0, 0]
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            straight: fc.integer({ min: 35, max: 200 }),
            rotate: fc.integer({ min: -180, max: 180 }),
            bend: fc.integer({ min: 60, max: 175 }),
            radius: fc.constant(14),
          }),
          { minLength: 3, maxLength: 4 },
        ),
        fc.nat(3),
        (rows, n) => {
          const [line, bend] = [[...rows, straight(150)], n % rows.length]
          const made = new Set(rows.map((_, i) => i).filter(i => i !== bend))
          const nothingElse = { reach: 0, half: 0, grip: 12 }
          const least = sweptApart(line, made, bend, nothingElse.grip)
          // What only just touches, or just does not, is either's to say.
          if (Math.abs(least - 4.76) < 1) return
          expect(blockOf(line, made, bend, 4.76, nothingElse)?.by, `${least.toFixed(1)} mm apart`).toBe(least < 4.76 ? 'tube' : undefined)
          if (least < 4.76) struck++
          else free++
        },
      ),
      { numRuns: 80, seed: 5 },
    )
    expect(Math.min(struck, free)).toBeGreaterThan(4)
  })
  it('every order that is found can be made bend by bend', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            straight: fc.double({ min: 30, max: 160, noNaN: true }),
            rotate: fc.double({ min: -180, max: 180, noNaN: true }),
            bend: fc.double({ min: 10, max: 120, noNaN: true }),
            radius: fc.constant(14),
          }),
          { minLength: 1, maxLength: 4 },
        ),
        rows => {
          const line = [...rows, straight(60)]
          const { order } = bendOrder(line, 4.76, body)
          order?.forEach((bend, i) => expect(blockOf(line, new Set(order.slice(0, i)), bend, 4.76, body)).toBeUndefined())
          if (order) expect(order.toSorted((a, b) => a - b)).toEqual(rows.map((_, i) => i))
        },
      ),
      { numRuns: 30 },
    ))
})

describe('threading on and making', () => {
  const nuts: Loose[] = [
    { id: 'nut-a', kind: 'nut', end: 'from' },
    { id: 'nut-b', kind: 'nut', end: 'to' },
  ]
  it('both nuts before the second flare, the first before the first', () => {
    const acts = makeActs({ from: 'double-flare', to: 'double-flare' }, nuts, [0, 1])
    const ids = acts.map(({ id }) => id)
    expect(ids).toEqual([
      'cut',
      'deburr:from',
      'slide:nut-a',
      'form:from',
      'inspect:from',
      'slide:nut-b',
      'bend:0',
      'bend:1',
      'trial-fit',
      'trim',
      'deburr:to',
      'form:to',
      'inspect:to',
    ])
    const hurried = new Set(['cut', 'deburr:from'])
    expect(blockersOf(acts, hurried, 'form:from').map(({ id }) => id)).toEqual(['slide:nut-a'])
    expect(blockersOf(acts, new Set(ids.filter(id => id !== 'slide:nut-b')), 'form:to').map(({ id }) => id)).toEqual(['slide:nut-b'])
    expect([...undoneWith(acts, new Set(ids), 'trim')]).toEqual(ids.slice(0, ids.indexOf('trim')))
  })

  it('a nut thought of after the flare is locked out, and said to be by what', () => {
    const acts = makeActs({ from: 'double-flare', to: 'double-flare' }, nuts, [0])
    const forgot = new Set(['cut', 'deburr:from', 'form:from', 'inspect:from'])
    expect(lockedOut(acts, forgot, 'slide:nut-a')?.id).toBe('form:from')
    expect(lockedOut(acts, forgot, 'slide:nut-b')).toBeUndefined()
    expect(lockedOut(acts, new Set([...forgot, 'bend:0']), 'slide:nut-b')?.id).toBe('bend:0')
    expect(lockedOut(acts, new Set(['cut', 'deburr:from']), 'slide:nut-a')).toBeUndefined()
  })

  // As it lies on the tube at last, pushed on by hand: whatever goes on at an end lies outside of all that went on there before. Between a
  // nut and the flare it holds there is its sleeve, at both ends.
  it.each([[['nut', 'sleeve']], [['sleeve', 'nut']]] as const)(
    'the sleeve comes to lie between its nut and its flare, named as %j',
    kinds => {
      const things = (['from', 'to'] as const).flatMap(end => kinds.map((kind): Loose => ({ id: `${kind}-${end}`, kind, end })))
      const acts = makeActs({ from: 'double-flare', to: 'double-flare' }, things, [0])
      const tube: string[] = []
      let isFirstFormed = false
      for (const act of acts) {
        if (act.id === 'form:from') isFirstFormed = true
        if (act.kind !== 'slide') continue
        if (isFirstFormed) tube.push(act.item!.id)
        else tube.unshift(act.item!.id)
      }
      expect(tube).toEqual(['sleeve-from', 'nut-from', 'nut-to', 'sleeve-to'])
    },
  )

  // An oracle of its own: a tube with two ends and a row of things on it, without the list of what comes after what.
  const loose = fc.array(
    fc.record({
      kind: fc.constantFrom('nut', 'sleeve', 'bracket', 'armour'),
      end: fc.constantFrom('from', 'to', undefined),
      opens: fc.boolean(),
    }),
    { maxLength: 6 },
  )
  it('in whatever order a hand goes on, nothing closed is left off when what locks it is made', () =>
    fc.assert(
      fc.property(
        loose,
        fc.constantFrom(...endForms),
        fc.constantFrom(...endForms),
        fc.integer({ min: 0, max: 4 }),
        fc.infiniteStream(fc.nat()),
        (items, from, to, bends, picks) => {
          const things = items.map((item, i): Loose => ({ ...item, id: `t${i}` }) as Loose)
          const acts = makeActs(
            { from, to },
            things,
            Array.from({ length: bends }, (_, i) => i),
          )
          const done = new Set<string>()
          const closed = things.filter(({ opens }) => !opens)
          const isOn = (item: Loose) => done.has(`slide:${item.id}`)
          const stream = picks[Symbol.iterator]()
          while (done.size < acts.length) {
            const ready: MakeAct[] = acts.filter(act => !done.has(act.id) && blockersOf(acts, done, act.id).length === 0)
            expect(ready.length).toBeGreaterThan(0)
            expect(ready).toContain(nextAct(acts, done))
            const act = ready[(stream.next().value as number) % ready.length]!
            // The tube's own view: with both ends formed, or a bend made, nothing closed gets on any more.
            const formed = (end: 'from' | 'to') => done.has(`form:${end}`)
            if (act.kind === 'slide') {
              expect(formed('from') && formed('to')).toBe(false)
              expect([...done].some(id => id.startsWith('bend:'))).toBe(false)
              if (act.item!.end === 'from') expect(formed('from')).toBe(false)
            }
            if (act.kind === 'bend' || act.id === 'form:to') expect(closed.every(isOn)).toBe(true)
            if (act.id === 'form:from') expect(closed.filter(({ end }) => end === 'from').every(isOn)).toBe(true)
            done.add(act.id)
          }
        },
      ),
    ))
})

describe('what stands against making it', () => {
  const making: Making = {
    tube: { outside: 4.76, wall: 0.71, material: 'steel' },
    bender: { radius: 14, grip: 18 },
    ends: { from: 'double-flare', to: 'plain' as EndForm },
    straightAtFlare: 35,
  }
  const rows: BendRow[] = [
    { straight: 50, rotate: 0, bend: 90, radius: 14 },
    { straight: 60, rotate: 0, bend: 90, radius: 14 },
    straight(20),
  ]
  it('nothing', () => expect(checkMakeable(rows, making)).toEqual([]))
  it('each by its own', () => {
    expect(checkMakeable(rows, { ...making, bender: { radius: 9, grip: 70 } })).toEqual([
      { code: 'MAKE_RADIUS_TIGHT', least: 2.5 * 4.76, radius: 9 },
      { code: 'MAKE_STRAIGHT_SHORT', after: 0, least: 70, has: 60 },
    ])
    expect(checkMakeable(rows, { ...making, ends: { from: 'bubble', to: 'bubble' }, straightAtFlare: 55 })).toEqual([
      { code: 'MAKE_END_STRAIGHT_SHORT', end: 'from', least: 55, has: 50 },
      { code: 'MAKE_END_STRAIGHT_SHORT', end: 'to', least: 55, has: 20 },
    ])
    // 2·290·0.607/4.76 = 74 MPa against four times 20 MPa (worked by hand).
    const [issue] = checkMakeable(rows, { ...making, pressure: 20_000 })
    expect(issue).toMatchObject({ code: 'MAKE_PRESSURE', wanted: 80_000 })
    expect((issue as { burst: number }).burst / 1000).toBeCloseTo(73.9, 1)
  })
})
