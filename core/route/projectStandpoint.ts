import type { Standpoint, Vec3 } from '../sheet/types'

/**
 * Vehicle axes → what a person sees from a standpoint, in mm, x to the right and y downwards as on a screen. Orthographic.
 * hood-up: at the bumper facing rearwards, looking down; the car's left is on the right hand, the bumper at the bottom.
 * under-lift: looking up with the car's front at the top of the picture; its left is on the right hand there too.
 * wheel-off: at the left front wheel facing the car; the front is on the left hand.
 */
export function projectStandpoint(standpoint: Standpoint, [x, y, z]: Vec3): readonly [right: number, down: number] {
  switch (standpoint) {
    case 'hood-up': return [y, x]
    case 'under-lift': return [y, -x]
    case 'wheel-off': return [-x, -z]
  }
}
