import { volumeOf, type Parcel } from '#core/bleed/parcels'
import type { Vec3 } from '#core/sheet/types'

export type Spot = { x: number; y: number }
export type DrawnCourse = { path: string; start: Spot; end: Spot; bubbles: (Spot & { r: number })[] }

/** So much of the picture is kept free around the line. */
const margin = 36
/** More than so many bubbles are one bubble to the eye. */
const mostBubbles = 60

/**
 * A line drawn in space by parallel projection, fitted into a box: turned about the upright by `turn` degrees and looked at from a little
 * above. The parcels of fluid and air in it lie along it by what they hold; where there is air, bubbles are.
 */
export function drawCourse(
  course: readonly Vec3[],
  parcels: readonly Parcel[],
  turn: number,
  box: { width: number; height: number },
): DrawnCourse {
  const yaw = (turn * Math.PI) / 180
  const tilt = (25 * Math.PI) / 180
  const flat = course.map(([x, y, z]) => ({
    x: x * Math.cos(yaw) - y * Math.sin(yaw),
    y: (x * Math.sin(yaw) + y * Math.cos(yaw)) * Math.sin(tilt) - z * Math.cos(tilt),
  }))
  const [low, high] = [bound(flat, Math.min), bound(flat, Math.max)]
  const scale = Math.min((box.width - 2 * margin) / Math.max(1, high.x - low.x), (box.height - 2 * margin) / Math.max(1, high.y - low.y))
  const middle = { x: (low.x + high.x) / 2, y: (low.y + high.y) / 2 }
  const spots = flat.map(({ x, y }) => ({ x: box.width / 2 + (x - middle.x) * scale, y: box.height / 2 + (y - middle.y) * scale }))
  const path = spots.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join(' ')
  return { path, start: spots[0]!, end: spots.at(-1)!, bubbles: bubblesOf(parcels, pointAt(course, spots)) }
}

const bound = (spots: readonly Spot[], pick: (...values: number[]) => number): Spot => ({
  x: pick(...spots.map(({ x }) => x)),
  y: pick(...spots.map(({ y }) => y)),
})

/** The spot at a share of the line's length in space, 0 to 1. */
function pointAt(course: readonly Vec3[], spots: readonly Spot[]): (share: number) => Spot {
  const along = [0]
  for (let i = 1; i < course.length; i++) {
    const [a, b] = [course[i - 1]!, course[i]!]
    along.push(along[i - 1]! + Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]))
  }
  return share => {
    const at = share * along.at(-1)!
    const i = Math.max(
      1,
      along.findIndex((s, k) => k > 0 && s >= at),
    )
    const part = along[i]! > along[i - 1]! ? (at - along[i - 1]!) / (along[i]! - along[i - 1]!) : 0
    const [a, b] = [spots[i - 1]!, spots[i]!]
    return { x: a.x + (b.x - a.x) * part, y: a.y + (b.y - a.y) * part }
  }
}

function bubblesOf(parcels: readonly Parcel[], spotAt: (share: number) => Spot): (Spot & { r: number })[] {
  const all = parcels.reduce((sum, parcel) => sum + volumeOf(parcel), 0)
  let passed = 0
  return parcels
    .flatMap(parcel => {
      const volume = volumeOf(parcel)
      const share = volume > 0 ? parcel.air / volume : 0
      const from = passed
      passed += volume
      const count = share > 0.01 ? Math.min(4, Math.ceil((share * volume * 40) / all)) : 0
      return Array.from({ length: count }, (_, k) => ({
        ...spotAt((from + (volume * (k + 0.5)) / count) / all),
        r: Math.min(7, 3 + 5 * share),
      }))
    })
    .slice(0, mostBubbles)
}
