import type { Vec3 } from '../sheet/types'
import { millimetres, type Millimetres } from '../units/types'

/** Where a pan stands to catch what drops from a point: by the car's sides, and from the front axle. */
export type PanPlace = { side: 'left' | 'right' | 'middle'; along: Millimetres; end: 'ahead' | 'behind' | 'level' }

/** Nearer to the centre line, or to the axle, than this (mm) a wide pan makes no difference. */
const near = 100

/**
 * Straight below a point in vehicle axes (ISO 8855: x forward from the front axle, y to the left). A shield that leads it elsewhere is the
 * technician's to see.
 */
export function panPlace([x, y]: Vec3): PanPlace {
  return {
    side: y > near ? 'left' : y < -near ? 'right' : 'middle',
    along: millimetres(Math.abs(x)),
    end: x > near ? 'ahead' : x < -near ? 'behind' : 'level',
  }
}
