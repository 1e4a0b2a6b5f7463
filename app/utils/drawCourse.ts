import { volumeOf, type Parcel } from '#core/bleed/parcels'
import type { Vec3 } from '#core/sheet/types'
import { spaceView, type Spot } from './spaceView'

export type DrawnCourse = { path: string; start: Spot; end: Spot; bubbles: (Spot & { r: number })[] }

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
  const view = spaceView([course], { turn, tilt }, box)
  const spots = course.map(view.spot)
  return { path: view.path(course), start: spots[0]!, end: spots.at(-1)!, bubbles: bubblesOf(parcels, pointAt(course, spots)) }
}
/** Degrees: from a little above, as a fitter looks down on a bench. */
const tilt = 25

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
