import { BoxGeometry, CapsuleGeometry, Curve, CylinderGeometry, EdgesGeometry, Quaternion, Vector3, type BufferGeometry } from 'three'
import { centreOfBody } from '#core/route/landmarks'
import type { Body, KeepoutKind, Vec3 } from '#core/sheet/types'

/** What a keep-out is told by in the picture. */
export const shade: Record<KeepoutKind, string> = {
  hot: '#d4622b',
  turning: '#5a6ca8',
  moving: '#5a6ca8',
  sharp: '#8a7530',
  electrical: '#7a3f8a',
  fuel: '#b3202a',
}

/** The traced points as a curve for a tube: evenly by length, exact on straights, within the trace's sagitta on arcs. */
export class TracedCurve extends Curve<Vector3> {
  readonly #points: Vector3[]
  readonly #along: number[] = [0]
  constructor(points: readonly Vec3[]) {
    super()
    this.#points = points.map(point => new Vector3(...point))
    for (let i = 1; i < points.length; i++) this.#along.push(this.#along[i - 1]! + this.#points[i]!.distanceTo(this.#points[i - 1]!))
  }

  get size() {
    return this.#along.at(-1)!
  }

  override getPoint(t: number, target = new Vector3()): Vector3 {
    const wanted = t * this.size
    let i = 1
    while (i < this.#along.length - 1 && this.#along[i]! < wanted) i++
    const [from, to] = [this.#along[i - 1]!, this.#along[i]!]
    return target.lerpVectors(this.#points[i - 1]!, this.#points[i]!, to > from ? (wanted - from) / (to - from) : 0)
  }
}

export type Solid = {
  key: string
  position: Vector3
  quaternion: Quaternion
  geometry: BufferGeometry
  edges: EdgesGeometry
  colour: string | undefined
  opacity: number
}
/** A body of the sheet as something to be drawn, where it stands. */
export function solidOf(key: string, body: Body, colour: string | undefined, opacity: number): Solid {
  const position = new Vector3(...centreOfBody(body))
  const made = (geometry: BufferGeometry, quaternion = new Quaternion()): Solid => ({
    key,
    position,
    quaternion,
    geometry,
    edges: new EdgesGeometry(geometry, 35),
    colour,
    opacity,
  })
  if (body.shape === 'box')
    return made(new BoxGeometry(...(body.max.map((high, i) => Math.max(1, high - body.min[i]!)) as [number, number, number])))
  const axis = new Vector3(...body.b).sub(new Vector3(...body.a))
  const size = axis.length()
  const quaternion = new Quaternion().setFromUnitVectors(new Vector3(0, 1, 0), size > 0 ? axis.divideScalar(size) : new Vector3(0, 1, 0))
  return made(
    body.shape === 'capsule'
      ? new CapsuleGeometry(body.radius, size, 6, 16)
      : new CylinderGeometry(body.radius, body.radius, Math.max(1, size), 28),
    quaternion,
  )
}
