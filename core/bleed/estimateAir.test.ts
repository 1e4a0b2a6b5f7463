import { describe, expect, it } from 'vitest'
import { bleedRound, ranClear, toppedUp, usualManner } from './bleedRound'
import { estimateAir, mostToGo, type RoundSeen } from './estimateAir'
import { airLeft, clingingShare, filledPath, type HydraulicPath, type HydraulicState } from './hydraulicPath'
import { quickPath, quickRound } from './quickRound'
import { scenarios } from './scenarios'

const scenario = (id: string) => scenarios.find(one => one.id === id)!
/** A generator of its own, so that the runs are the same every time (Numerical Recipes, from memory). */
function drawn(seed: number) {
  let state = seed
  const even = () => (state = (state * 1664525 + 1013904223) % 2 ** 32) / 2 ** 32
  const normal = () => Math.sqrt(-2 * Math.log(even() + 1e-12)) * Math.cos(2 * Math.PI * even())
  return { even, normal }
}

describe('the stroke-to-stroke form', () => {
  it.each(scenarios.map(({ id }) => id))('runs %s as the fine steps do: outflow, air in it, air left, and when it is clear', id => {
    const { path, air } = scenario(id)
    let fine = filledPath(path, air)
    let quick = quickPath(path, air)
    const clear = { fine: 0, quick: 0 }
    for (let round = 1; round <= 12; round++) {
      const [a, b] = [bleedRound(path, fine, usualManner), quickRound(path, quick, usualManner)]
      fine = toppedUp(path, a.state)
      quick = { ...b.state, reservoir: path.reservoir }
      expect(Math.abs(b.result.out - a.result.out), `out in round ${round}`).toBeLessThan(0.12 * a.result.out)
      expect(Math.abs(b.result.airOut - a.result.airOut), `air out in round ${round}`).toBeLessThan(0.13 * a.result.airOut + 0.02)
      expect(Math.abs(airLeft(quick) - airLeft(fine)), `air left after round ${round}`).toBeLessThan(0.12 * airLeft(fine) + 0.05)
      expect(b.result.firmAt, `pedal in round ${round}`).toBeCloseTo(a.result.firmAt, 0)
      if (ranClear(a.result)) clear.fine ||= round
      if (ranClear(b.result)) clear.quick ||= round
    }
    expect(Math.abs(clear.fine - clear.quick)).toBeLessThanOrEqual(1)
  })
  it('draws back what a late bleeder draws back, and a dry reservoir’s air, about as the fine steps do', () => {
    const { path, air } = scenario('dry-line')
    const late = { ...usualManner, lateBy: 0.5, inJar: false }
    const small = { ...path, reservoir: 25 }
    for (const [tried, manner] of [
      [path, late],
      [small, usualManner],
    ] as const) {
      let fine = filledPath(tried, air)
      let quick = quickPath(tried, air)
      for (let round = 0; round < 6; round++) {
        fine = bleedRound(tried, fine, manner).state
        quick = quickRound(tried, quick, manner).state
      }
      expect(Math.abs(airLeft(quick) - airLeft(fine))).toBeLessThan(0.35 * airLeft(fine) + 0.1)
      expect(Math.abs(quick.reservoir - fine.reservoir)).toBeLessThan(4)
    }
  })
  it('is deterministic and never holds less than nothing', () => {
    const { path, air } = scenario('leaking-seal')
    const once = quickRound(path, quickPath(path, air), usualManner)
    expect(quickRound(path, quickPath(path, air), usualManner)).toEqual(once)
    for (const { liquid, air: gas } of [...once.state.pipe, once.state.slave]) expect(Math.min(liquid, gas)).toBeGreaterThanOrEqual(-1e-9)
  })
})

/** Somebody bleeds a circuit that nobody has told the estimate about, and looks at it as people do. */
function bled(path: HydraulicPath, air: { line: number; slave: number }, seed: number, wrong: { leak?: number; late?: number } = {}) {
  const { even, normal } = drawn(seed)
  const real = { ...path, stroke: path.stroke * (0.85 + 0.25 * even()), ...(wrong.leak && { suckedIn: wrong.leak }) }
  const manner = { ...usualManner, open: 0.25 + 0.15 * even(), lateBy: wrong.late ?? 0 }
  const start = filledPath(real, { line: air.line * (0.6 + 0.6 * even()), slave: air.slave * (0.5 + even()) })
  let state: HydraulicState = { ...start, clinging: clingingShare * (0.6 + 0.9 * even()) * real.wetted }
  const seen: RoundSeen[] = []
  const made = 3 + Math.floor(even() * 4)
  for (let round = 0; round < made; round++) {
    const { state: after, result } = bleedRound(real, state, manner)
    state = toppedUp(real, after)
    seen.push({
      saw: ranClear(result) ? 'clear' : 'air',
      strokes: 5,
      toppedUp: true,
      bubbleMm: Math.round((Math.max(0, result.airOut) / 0.01257) * Math.exp(0.4 * normal())),
      firmAt: Math.min(1, Math.max(0, result.firmAt + 0.05 * normal())),
    })
  }
  let toGo = 0
  for (let ahead = state; toGo < mostToGo;) {
    toGo++
    const { state: after, result } = bleedRound({ ...real, suckedIn: 0 }, ahead, { ...manner, lateBy: 0 })
    if (ranClear(result)) break
    ahead = toppedUp(real, after)
  }
  return { seen, toGo, left: airLeft(state) }
}

describe('what the rounds tell', () => {
  const kinds = ['hose', 'dry-line', 'small-reservoir', 'long-brake-line'].map(scenario)
  it('its nine-in-ten range holds the truth about as often as it says, on circuits that are not in its bank', { timeout: 60_000 }, () => {
    let [inside, leftInside] = [0, 0]
    const runs = 20
    for (let i = 0; i < runs; i++) {
      const { path, air } = kinds[i % kinds.length]!
      const { seen, toGo, left } = bled(path, air, 100 + i, i % 3 === 1 ? { late: 0.4 } : {})
      const told = estimateAir(path, air, seen)
      if (toGo >= told.toGo.low && toGo <= told.toGo.high) inside++
      if (left >= told.left.low * 0.9 && left <= told.left.high * 1.1) leftInside++
      expect(told.toGo.low).toBeLessThanOrEqual(told.toGo.middle)
      expect(told.left.middle).toBeLessThanOrEqual(told.left.high)
    }
    expect(inside / runs).toBeGreaterThanOrEqual(0.8)
    expect(leftInside / runs).toBeGreaterThanOrEqual(0.8)
  })
  it('tells a seal that draws air from air that is left: about half of them found, hardly ever a false alarm', { timeout: 60_000 }, () => {
    const runs = 16
    const said = (leak?: number) =>
      Array.from({ length: runs }, (_, i) => {
        const { path, air } = kinds[i % kinds.length]!
        return estimateAir(path, air, bled(path, air, 500 + i, { leak }).seen).comesIn > 0.5
      }).filter(Boolean).length / runs
    expect(said(0.06)).toBeGreaterThanOrEqual(0.4)
    expect(said()).toBeLessThanOrEqual(0.1)
  })
  it('counts the same round the same, whether strokes or strokes with their pumping up were counted', { timeout: 30_000 }, () => {
    const { path, air } = scenario('dry-line')
    const { seen } = bled(path, air, 11)
    const [single, pumped] = [seen, seen.map(round => ({ ...round, strokes: 15 }))].map(rounds => estimateAir(path, air, rounds))
    expect(pumped!.left.low).toBeLessThanOrEqual(single!.left.high)
    expect(single!.left.low).toBeLessThanOrEqual(pumped!.left.high)
    expect(Math.abs(pumped!.toGo.middle - single!.toGo.middle)).toBeLessThanOrEqual(2)
  })
  it('says nothing more than what was known before anybody bled, and the same twice', () => {
    const { path, air } = scenario('dry-line')
    const before = estimateAir(path, air, [])
    expect(before).toEqual(estimateAir(path, air, []))
    expect(before.effective).toBeCloseTo(400, 6)
    expect(before.comesIn).toBeCloseTo(0.15, 1)
    const after = estimateAir(path, air, bled(path, air, 7).seen)
    expect(after.toGo.high - after.toGo.low).toBeLessThan(before.toGo.high - before.toGo.low)
    expect(after.effective).toBeLessThan(before.effective)
  })
  it('a round in which the pedal came up with the bleeder open adds rounds', () => {
    const { path, air } = scenario('hose')
    const clear: RoundSeen = { saw: 'air', strokes: 5, toppedUp: true }
    const [good, back] = [estimateAir(path, air, [clear, clear]), estimateAir(path, air, [clear, { ...clear, airBack: true }])]
    expect(back.left.middle).toBeGreaterThan(good.left.middle)
  })
  it('what fits nothing at all still has an answer', () => {
    const { path, air } = scenario('hose')
    const odd = estimateAir(
      path,
      air,
      Array.from({ length: 30 }, () => ({ saw: 'clear' as const, bubbleMm: 2000, firmAt: 1, toppedUp: false })),
    )
    for (const value of [odd.toGo.middle, odd.left.middle, odd.comesIn, odd.effective]) expect(Number.isFinite(value)).toBe(true)
  })
})
