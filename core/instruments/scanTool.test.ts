import { describe, expect, it } from 'vitest'
import { simulatedScanTool, usualCar } from './scanTool'

const minute = 60_000
const at = (...args: Parameters<typeof simulatedScanTool>) => simulatedScanTool(...args).celsius

describe('the scan tool that ships with the program', () => {
  it('a car that has not run is as warm as the workshop', () => {
    expect(simulatedScanTool([], 5 * minute)).toEqual({ celsius: usualCar.ambient, rpm: 0 })
    expect(simulatedScanTool([{ from: 10 * minute }], 5 * minute)).toEqual({ celsius: usualCar.ambient, rpm: 0 })
  })
  it('after one time constant it is 63 % of the way, and runs at idle', () => {
    const reading = simulatedScanTool([{ from: 0 }], usualCar.warmMinutes * minute)
    expect(reading.celsius).toBeCloseTo(usualCar.ambient + 0.632 * (usualCar.settles - usualCar.ambient), 0)
    expect(reading.rpm).toBeGreaterThan(500)
  })
  it('warms while it runs, cools while it does not, and never leaves the two', () => {
    const spans = [{ from: 0, to: 12 * minute }, { from: 30 * minute, to: 35 * minute }, { from: 50 * minute }]
    for (let now = 0; now < 90 * minute; now += minute) {
      const [is, then] = [at(spans, now), at(spans, now + minute)]
      const runs = now < 12 * minute || (now >= 30 * minute && now < 35 * minute) || now >= 50 * minute
      if (runs) expect(then).toBeGreaterThanOrEqual(is)
      else expect(then).toBeLessThanOrEqual(is)
      expect(is).toBeGreaterThanOrEqual(usualCar.ambient)
      expect(is).toBeLessThanOrEqual(usualCar.settles)
    }
    expect(at(spans, 49 * minute)).toBeLessThan(at(spans, 35 * minute))
  })
  it('run in two pieces without a pause is run in one', () => {
    const whole = at([{ from: 0 }], 20 * minute)
    expect(at([{ from: 0, to: 7 * minute }, { from: 7 * minute }], 20 * minute)).toBe(whole)
  })
})
