import fc from 'fast-check'
import { expect, it } from 'vitest'
import { deviationBox, deviationChart } from './deviationChart'

const points = (outline: string) => outline.split(' ').map(pair => pair.split(',').map(Number) as [number, number])
const along = fc
  .array(fc.double({ min: 0, max: 60, noNaN: true }), { minLength: 2, maxLength: 40 })
  .map(offs => offs.map((off, i) => ({ at: i * 12, off })))

it('stays in its box, parts what is allowed from what is not at the dashed line, and shows the greatest where it is', () =>
  fc.assert(
    fc.property(along, fc.double({ min: 0.5, max: 20, noNaN: true }), (off, allowed) => {
      const { within, over, x, y } = deviationChart(off, allowed)
      for (const [px, py] of [...points(within), ...points(over)]) {
        expect(px).toBeGreaterThanOrEqual(deviationBox.left - 0.1)
        expect(px).toBeLessThanOrEqual(deviationBox.width - deviationBox.right + 0.1)
        expect(py).toBeGreaterThanOrEqual(deviationBox.top - 0.1)
        expect(py).toBeLessThanOrEqual(deviationBox.low + 0.1)
      }
      for (const [, py] of points(within)) expect(py).toBeGreaterThanOrEqual(y(allowed) - 0.1)
      for (const [, py] of points(over)) expect(py).toBeLessThanOrEqual(y(allowed) + 0.1)
      const worst = off.reduce((most, one) => (one.off > most.off ? one : most))
      const at = points(over).find(([px, py]) => Math.abs(px - x(worst.at)) < 0.1 && Math.abs(py - y(worst.off)) < 0.1)
      if (worst.off > allowed) expect(at).toBeDefined()
      else for (const [, py] of points(over)) expect(Math.abs(py - y(allowed))).toBeLessThan(0.1)
    }),
  ))
