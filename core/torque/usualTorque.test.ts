import { describe, expect, it } from 'vitest'
import { stressArea, usualTorque } from './usualTorque'

describe('usualTorque', () => {
  it.each([
    [6, 1, 20.1],
    [8, 1.25, 36.6],
    [10, 1.5, 58],
    [10, 1, 64.5],
    [12, 1.75, 84.3],
    [12, 1.5, 88.1],
  ])('stress area of M%d×%d is %d mm² (ISO 898-1)', (diameter, pitch, area) => expect(stressArea(diameter, pitch)).toBeCloseTo(area, 0))
  // Class 8.8, dry: common torque tables, from memory; they differ by a tenth or so.
  it.each([
    ['M6×20', 10],
    ['M8×25', 25],
    ['M10×40', 49],
    ['M12×1.5', 90],
  ])('%s takes about %d N·m', (size, about) => {
    expect(usualTorque(size)! / about).toBeGreaterThan(0.85)
    expect(usualTorque(size)! / about).toBeLessThan(1.15)
  })
  it.each(['1/2-20', 'T25 × 16', '8 mm', 'worm clamp', 'M99'])('%s is no metric thread of a bolt', size =>
    expect(usualTorque(size)).toBeUndefined(),
  )
})
