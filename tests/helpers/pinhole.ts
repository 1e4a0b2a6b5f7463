/**
 * A pinhole camera over a bench, written without a line of the program's own camera and in another convention: the world is right-handed
 * with x to the right, y away from the viewer, z up; a picture's rows count from its top. By similar triangles, as in any textbook.
 */
export type Place = readonly [right: number, away: number, up: number]
const minus = (a: Place, b: Place): Place => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
const dot = (a: Place, b: Place): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
const by = (a: Place, length: number): Place => [a[0] * length, a[1] * length, a[2] * length]
/** Right-hand rule: thumb of the right hand, forefinger along the first, middle finger along the second. */
const square = (a: Place, b: Place): Place => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]
const one = (a: Place): Place => by(a, 1 / Math.sqrt(dot(a, a)))

export function pinhole(eye: Place, at: Place, { focal = 3000, wide = 4000, high = 3000 } = {}) {
  const ahead = one(minus(at, eye))
  // Facing ahead with the head up, the right hand points there.
  const right = one(square(ahead, [0, 0, 1]))
  const overhead = square(right, ahead)
  return (place: Place): [number, number] => {
    const seen = minus(place, eye)
    const depth = dot(seen, ahead)
    return [wide / 2 + (focal * dot(seen, right)) / depth, high / 2 - (focal * dot(seen, overhead)) / depth]
  }
}

/** A4 (ISO 216) as it lies there when its corners are numbered clockwise from the upper left, seen from above. */
export const paperOnBench: readonly Place[] = [
  [0, 0, 0],
  [210, 0, 0],
  [210, -297, 0],
  [0, -297, 0],
]
