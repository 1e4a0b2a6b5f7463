import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { allLines, demoCar, everyDemoCar, planOf } from '../../tests/helpers/demo'
import { developLine } from '../route/developLine'
import { lineVolume } from '../route/tubeVolume'
import type { Section } from '../sheet/types'
import { toSi } from '../units/convertUnit'
import { millilitres, millimetres } from '../units/types'
import { balanceFluid } from './balanceFluid'
import { drainByHeight, type End, type HeldBack, type Opening } from './drainByHeight'
import { estimateFluid } from './estimateFluid'

type Point = [number, number, number]
const tube = (...points: Point[]): Section[] => [
  { kind: 'tube', material: 'steel', od: millimetres(10), wall: millimetres(1), points: points.map(at => ({ at })) },
]
function drain(sections: Section[], order: (End | Opening)[], held?: HeldBack) {
  const developed = developLine(sections)
  if (!developed.ok) throw new Error(developed.error.code)
  const { openings, total } = drainByHeight(
    sections,
    developed.value,
    order.map(one => (typeof one === 'string' ? { end: one } : one)),
    held,
  )
  const behind = openings.map(step => step.behind)
  return { volume: lineVolume(sections, developed.value), total, steps: openings.map(step => step.spill), behind }
}

describe('drainByHeight', () => {
  it('a capped, level cooler line of 1.5 m gives up 1–2 US fl oz when one end is opened (common practice, no source)', () => {
    const {
      steps: [spill],
    } = drain(tube([0, 0, 400], [1500, 0, 400]), ['from'])
    expect(spill!.likely).toBeGreaterThanOrEqual(toSi('volume', { value: 1, unit: 'floz' }))
    expect(spill!.likely).toBeLessThanOrEqual(toSi('volume', { value: 2, unit: 'floz' }))
    expect(spill!.least).toBe(0)
  })

  describe('what is held back in a standing line opened at its foot', () => {
    // Volumes by hand: 8 mm inside, 50.27 mm² of bore, so 50.27 mL a metre.
    const up = tube([0, 0, 0], [0, 0, 1000])
    const foot = (held?: HeldBack) => drain(up, ['from'], held).steps[0]!
    it('a clamp halfway holds the upper half, whatever comes', () => {
      expect(foot({ clamps: [500] }).most).toBeCloseTo(25.13, 0)
      expect(foot({ clamps: [500] }).likely).toBeCloseTo(25.13, 0)
      expect(foot({ clamps: [500, 200] }).most).toBeCloseTo(10.05, 0)
    })
    it('a check valve that lets nothing down holds it too, but nobody’s pan counts on it', () => {
      const valve = foot({ checkValve: { at: millimetres(500), towards: 'to' } })
      expect(valve.likely).toBeCloseTo(25.13, 0)
      expect(valve.most).toBeCloseTo(foot().most, 9)
      expect(foot({ checkValve: { at: millimetres(500), towards: 'from' } })).toEqual(foot())
    })
    it('a clamp keeps the air of an open end away from a small bore', () => {
      const thin: Section[] = [{ kind: 'tube', material: 'steel', od: millimetres(5), wall: millimetres(1), points: up[0]!.points }]
      const order: Opening[] = [{ end: 'to', staysOpen: true }, { end: 'from' }]
      expect(drain(thin, order).steps[1]!.least).toBeGreaterThan(6)
      expect(drain(thin, order, { clamps: [900] }).steps[1]!.least).toBe(0)
    })
  })

  it('a standing line opened at its foot runs empty but for the last bore; opened at its head it keeps all but a trough', () => {
    const up = tube([0, 0, 0], [0, 0, 1000])
    const foot = drain(up, ['from'])
    expect(foot.steps[0]!.likely / foot.volume).toBeGreaterThan(0.99)
    expect(drain(up, ['to']).steps[0]!.most / foot.volume).toBeLessThan(0.02)
  })

  it('what lies beyond a crest runs only while the siphon holds', () => {
    const overCrest = tube([0, 0, 100], [300, 0, 300], [600, 0, 150], [900, 0, 150])
    const {
      steps: [spill],
      volume,
    } = drain(overCrest, ['from'])
    expect(spill!.most / volume).toBeGreaterThan(0.95)
    expect(spill!.likely / volume).toBeLessThan(0.45)
  })

  it('at the second opening the bounds hold whatever ran at the first: little before leaves much, and much leaves little', () => {
    // Down, along, and up again: opened at the high end first, then at the low one.
    const line = tube([0, 0, 100], [400, 0, 100], [700, 0, 300], [1000, 0, 250])
    const [first, second] = drain(line, ['to', 'from']).steps
    const alone = drain(line, ['from']).steps[0]!
    expect(second!.most).toBeGreaterThan(alone.most - first!.least - 1e-6)
    expect(second!.most).toBeLessThan(alone.most + 1e-6)
    expect(second!.least).toBeLessThan(alone.least + 1e-9)
    expect(second!.most).toBeGreaterThan(0)
  })

  it('a bore that no bubble passes may give nothing at all while its far end is shut (Bretherton 1961, from memory)', () => {
    const standing = (bore: number): Section[] => [
      { kind: 'hose', build: 'rubber', bore: millimetres(bore), wall: millimetres(3), points: [{ at: [0, 0, 0] }, { at: [0, 0, 800] }] },
    ]
    expect(drain(standing(3.2), ['from']).steps[0]!.least).toBe(0)
    expect(drain(standing(8), ['from']).steps[0]!.least).toBeGreaterThan(0)
    expect(drain(standing(3.2), ['from']).steps[0]!.likely).toBeGreaterThan(0)
  })

  it('a thumb on a straw: what a small bore held runs out below once the top is opened, where nobody capped the foot', () => {
    const straw: Section[] = [
      { kind: 'hose', build: 'rubber', bore: millimetres(3.2), wall: millimetres(3), points: [{ at: [0, 0, 0] }, { at: [0, 0, 800] }] },
    ]
    const capped = drain(straw, ['from', 'to'])
    expect(capped.behind).toEqual([undefined, undefined])
    const left = drain(straw, [{ end: 'from', staysOpen: true }, 'to'])
    expect(left.behind[0]).toBeUndefined()
    // As much as may not have run at the first: all of it but for the last bore, or nothing.
    expect(left.behind[1]!.least).toBe(0)
    expect(left.behind[1]!.most / left.volume).toBeGreaterThan(0.99)
    // Opened at the top first, nothing is held up by it that could run at the foot behind somebody's back.
    expect(drain(straw, [{ end: 'to', staysOpen: true }, 'from']).behind).toEqual([undefined, undefined])
    // And at the foot all of it runs for certain, since the top lets air in.
    expect(drain(straw, [{ end: 'to', staysOpen: true }, 'from']).steps[1]!.least / left.volume).toBeGreaterThan(0.97)
    expect(drain(straw, ['to', 'from']).steps[1]!.least).toBe(0)
  })

  it('a sag keeps its fluid', () => {
    const {
      steps: [spill],
      volume,
    } = drain(tube([0, 0, 300], [300, 0, 0], [600, 0, 300]), ['from'])
    expect(spill!.most / volume).toBeLessThan(0.06)
  })

  it('never gives more than the line holds, least ≤ likely ≤ most, whatever its shape and order', () => {
    const point = fc.tuple(fc.integer({ min: 30, max: 200 }), fc.integer({ min: -80, max: 80 }), fc.integer({ min: -150, max: 150 }))
    fc.assert(
      fc.property(
        fc.array(point, { minLength: 1, maxLength: 6 }),
        fc.constantFrom<End[]>(['from'], ['to'], ['from', 'to'], ['to', 'from']),
        fc.boolean(),
        (walk, ends, staysOpen) => {
          const order = ends.map(end => ({ end, staysOpen }))
          const points: Point[] = [[0, 0, 500]]
          for (const [dx, dy, dz] of walk) points.push([points.at(-1)![0] + dx, points.at(-1)![1] + dy, points.at(-1)![2] + dz])
          const { steps, total, volume, behind } = drain(tube(...points), order)
          for (const spill of [...steps, total, ...behind.flatMap(one => one ?? [])]) {
            expect(spill.least).toBeLessThanOrEqual(spill.likely + 1e-9)
            expect(spill.likely).toBeLessThanOrEqual(spill.most + 1e-9)
          }
          expect(total.most).toBeLessThanOrEqual(volume * 1.001)
        },
      ),
    )
  })
})

describe('estimateFluid', () => {
  it('a fresh cooler-line swap tops up with about half to one US quart (common practice, no source)', () => {
    const resolved = demoCar('one')
    const { topUp } = estimateFluid(resolved, allLines(resolved), planOf(resolved))
    const quart = toSi('volume', { value: 1, unit: 'qt' })
    expect(topUp.likely).toBeGreaterThan(0.45 * quart)
    expect(topUp.likely).toBeLessThan(quart)
  })

  it('buys whole bottles for the most that can be needed', () => {
    const resolved = demoCar('two')
    const { topUp, bottles } = estimateFluid(resolved, allLines(resolved), planOf(resolved))
    expect(bottles.count * bottles.size).toBeGreaterThanOrEqual(topUp.most)
    expect((bottles.count - 1) * bottles.size).toBeLessThan(topUp.most)
  })

  it('says where the component’s share is not known instead of taking it for nothing', () => {
    const sheet = structuredClone(demoCar('one').sheet) as unknown as { joints: { componentDrain?: unknown }[] }
    delete sheet.joints[0]!.componentDrain
    const resolved = demoCar('one', sheet as never)
    const { joints } = estimateFluid(resolved, ['supply'], { openOrder: ['gearbox-out-joint', 'radiator-in-joint'], operations: [] })
    expect(joints.map(joint => joint.componentUnknown)).toEqual([true, false])
  })

  it('a component that is shut off likely gives nothing, and the pan still holds the most that it could', () => {
    const resolved = demoCar('one')
    const opened = { openOrder: ['gearbox-out-joint', 'radiator-in-joint'], operations: [] }
    const [free, shut] = [
      estimateFluid(resolved, ['supply'], opened),
      estimateFluid(resolved, ['supply'], { ...opened, shut: ['gearbox-out-joint'] }),
    ]
    const drain = resolved.joints.find(({ id }) => id === 'gearbox-out-joint')!.componentDrain!
    expect(drain.likely).toBeGreaterThan(0)
    expect(free.joints[0]!.spill.likely - shut.joints[0]!.spill.likely).toBeCloseTo(drain.likely, 6)
    expect(shut.joints[0]!.spill.most).toBeCloseTo(free.joints[0]!.spill.most, 6)
    expect(shut.joints[1]).toEqual(free.joints[1])
  })

  it('refuses a joint of another car', () => {
    expect(() => estimateFluid(demoCar('one'), ['supply'], { openOrder: ['cooler-in-joint'], operations: [] })).toThrow(RangeError)
  })
})

describe('balanceFluid', () => {
  const mL = (...values: number[]) => values.map(value => ({ volume: millilitres(value), how: 'measured' as const }))
  const guess = (value: number) => ({ volume: millilitres(value), how: 'estimated' as const })
  const about = (value: number, within: number) => ({ millilitres: millilitres(value), within: millilitres(within) })

  it('owes what came out and has not gone in', () =>
    expect(balanceFluid({ left: mL(400, 50, 100) }, mL(300))).toMatchObject({ out: 550, in: 300, owed: 250 }))
  it('unmeasured is unknown, not zero', () =>
    expect(balanceFluid({ left: [] }, mL(300))).toEqual({ out: undefined, in: 300, owed: undefined, within: undefined }))
  it('goes negative when more went in', () => expect(balanceFluid({ left: mL(100) }, mL(300)).owed).toBe(-200))
  it('owes what the old line took away and what had leaked out before, besides what was caught', () => {
    const found = balanceFluid({ left: mL(400), held: about(60, 20), leaked: about(450, 100) }, mL(300))
    expect(found).toMatchObject({ out: 400, in: 300, owed: 610 })
    // Errors that know nothing of each other add by their squares: 3 % of a jug of 400 and of 300, 20 and 100.
    expect(found.within).toBeCloseTo(Math.hypot(12, 9, 20, 100), 9)
  })
  it('a car that leaked for nobody knows how long is owed nobody knows how much', () =>
    expect(balanceFluid({ left: mL(400), leaked: null }, mL(300))).toMatchObject({ out: 400, owed: undefined, leaked: null }))
  it('an eye is further off than a jug', () => {
    const [jug, eye] = [balanceFluid({ left: mL(400) }, []), balanceFluid({ left: [guess(400)] }, [])]
    expect(eye.within!).toBeGreaterThan(3 * jug.within!)
  })
})

describe('a circuit that was drained first', () => {
  const car = everyDemoCar().find(({ sheet }) => sheet.id === 'pintle-heater-hoses')!
  const { openOrder, operations } = planOf(car)
  const lines = allLines(car)
  const drain = car.operations.find(({ drains }) => drains?.circuit === car.sheet.id)!
  const drained = estimateFluid(car, lines, { openOrder, operations })
  const full = estimateFluid(car, lines, { openOrder, operations: operations.filter(id => id !== drain.id) })

  it('has less to give at every joint, and never less than nothing', () => {
    expect(operations).toContain(drain.id)
    for (const [i, { joint, spill }] of drained.joints.entries()) {
      const before = full.joints[i]!
      expect(before.joint).toBe(joint)
      for (const bound of ['least', 'likely', 'most'] as const) {
        expect(spill[bound], `${joint} ${bound}`).toBeLessThanOrEqual(before.spill[bound])
        expect(spill[bound], `${joint} ${bound}`).toBeGreaterThanOrEqual(0)
      }
      expect(spill.least).toBeLessThanOrEqual(spill.likely)
      expect(spill.likely).toBeLessThanOrEqual(spill.most)
    }
    expect(drained.spill.likely).toBeLessThan(full.spill.likely)
  })
  it('gives no more in all, at the drain and at the joints, than the larger of the two and what the lines hold', () => {
    const components = car.joints.reduce((sum, { componentDrain }) => sum + (componentDrain?.likely ?? 0), 0)
    const atDrain = drain.drains!.likely
    const inLines = full.spill.likely - components
    expect(inLines).toBeGreaterThan(0)
    expect(drained.spill.likely + atDrain).toBeCloseTo(Math.max(components, atDrain) + inLines, 6)
  })
  it('is short of as much as before, or of what the drain let out where that is more', () => {
    for (const bound of ['least', 'likely', 'most'] as const) expect(drained.topUp[bound]).toBeGreaterThanOrEqual(full.topUp[bound])
  })
})
