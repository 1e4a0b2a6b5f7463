import { describe, expect, it } from 'vitest'
import { bendsFromPoints, pointsFromBends } from '../route/bendTable'
import type { Keepout, Section, Vec3 } from '../sheet/types'
import { millimetres } from '../units/types'
import { clearInCar } from './clearInCar'

const at = (...points: [number, number, number, number?][]) =>
  points.map(([x, y, z, radius]) => ({ at: [x, y, z] as Vec3, ...(radius && { radius: millimetres(radius) }) }))
const own = {
  kind: 'tube',
  material: 'steel',
  od: millimetres(10),
  wall: millimetres(1),
  points: at([1000, 400, 300], [1200, 400, 300, 20], [1200, 600, 300, 20], [1500, 600, 300]),
} as Extract<Section, { kind: 'tube' }>
/** Its own numbers, as somebody measured them on a bench far from the car. */
const onBench = (change: (rows: ReturnType<typeof bendsFromPoints>) => ReturnType<typeof bendsFromPoints> = rows => rows) => {
  const made = pointsFromBends([0, 0, 0], [1, 0, 0], change(bendsFromPoints(own.points)))
  if (!made.ok) throw new Error(made.error.code)
  return made.value
}
const pipe: Keepout = {
  id: 'pipe',
  what: 'downpipe',
  kind: 'hot',
  clearance: millimetres(25),
  body: { shape: 'capsule', a: [1350, 640, 0], b: [1350, 640, 600], radius: millimetres(8) },
} as Keepout

describe('clearInCar', () => {
  it('the same line lies as the sheet’s own does: nothing to say, however close that is', () => {
    // 40 mm between the middles, less 8 and 5: 27 mm of room.
    expect(clearInCar(own, onBench(), [pipe])).toEqual({ ok: true, value: [] })
    expect(clearInCar(own, onBench(), [{ ...pipe, clearance: millimetres(60) }])).toEqual({ ok: true, value: [] })
  })
  it('one that is bent towards the pipe is said to be, with what the pipe asks for and what it had', () => {
    const bent = onBench(rows => rows.map((row, i) => (i === 1 ? { ...row, bend: row.bend - 12 } : row)))
    const found = clearInCar(own, bent, [pipe])
    if (!found.ok) throw new Error(found.error.code)
    expect(found.value).toHaveLength(1)
    expect(found.value[0]).toMatchObject({ what: 'downpipe', asks: 25 })
    expect(found.value[0]!.gap).toBeLessThan(25)
    expect(found.value[0]!.before).toBeCloseTo(27, 1)
  })
  it('a line that cannot be drawn is named', () =>
    expect(clearInCar(own, at([0, 0, 0]), [pipe])).toMatchObject({ ok: false, error: { code: 'COMPARE_UNREADABLE', which: 'new' } }))
})
