import type { Standpoint, Vec3 } from '../sheet/types'
import { dot } from './vector'

export type WheelOpening = { side: 'left' | 'right'; axle: 'front' | 'rear' }
/** What a person sees from a standpoint: unit vectors to the right and upwards on the picture, and from the car towards the eye. */
export type View = { right: Vec3; up: Vec3; eye: Vec3 }

/** Rearward of this (mm behind the front axle) a line is reached through a rear wheel opening. */
const middleOfCar = -1400

/** The wheel opening nearest to a line: the one a person would take the wheel off for. */
export function wheelOpeningOf(points: readonly Vec3[]): WheelOpening {
  const mean = (axis: 0 | 1) => points.reduce((sum, point) => sum + point[axis], 0) / Math.max(1, points.length)
  return { side: mean(1) >= 0 ? 'left' : 'right', axle: mean(0) < middleOfCar ? 'rear' : 'front' }
}

/**
 * hood-up: at the bumper facing rearwards, looking down; the car's left is on the right hand, the bumper at the bottom. under-lift: looking
 * up with the car's front at the top of the picture; its left is on the right hand there too. wheel-off: at a wheel opening facing the car;
 * from the left side the front is on the left hand, from the right side on the right.
 */
export function viewFrom(standpoint: Standpoint, side: WheelOpening['side'] = 'left'): View {
  switch (standpoint) {
    case 'hood-up':
      return { right: [0, 1, 0], up: [-1, 0, 0], eye: [0, 0, 1] }
    case 'under-lift':
      return { right: [0, 1, 0], up: [1, 0, 0], eye: [0, 0, -1] }
    case 'wheel-off':
      return side === 'left' ? { right: [-1, 0, 0], up: [0, 0, 1], eye: [0, 1, 0] } : { right: [1, 0, 0], up: [0, 0, 1], eye: [0, -1, 0] }
  }
}

/**
 * Vehicle axes → the picture seen from a standpoint, in mm, x to the right and y downwards as on a screen. Orthographic. Textbook
 * projection.
 */
export function projectStandpoint(
  standpoint: Standpoint,
  point: Vec3,
  side: WheelOpening['side'] = 'left',
): readonly [right: number, down: number] {
  const { right, up } = viewFrom(standpoint, side)
  return [dot(right, point), -dot(up, point)]
}
