import { Matrix, SVD } from 'ml-matrix'

export type Pixel = readonly [x: number, y: number]
/** A plane seen by a camera: 3 × 3, up to scale, row by row. */
export type Homography = readonly [number, number, number, number, number, number, number, number, number]

/** Moves points to their middle and to a mean distance of √2: the equations are then of one size (Hartley 1997). */
function normalise(points: readonly Pixel[]): { points: Pixel[]; matrix: Matrix } {
  const [mx, my] = [0, 1].map(axis => points.reduce((sum, p) => sum + p[axis]!, 0) / points.length) as [number, number]
  const spread = points.reduce((sum, [x, y]) => sum + Math.hypot(x - mx, y - my), 0) / points.length
  const s = spread > 0 ? Math.SQRT2 / spread : 1
  return {
    points: points.map(([x, y]): Pixel => [s * (x - mx), s * (y - my)]),
    matrix: new Matrix([
      [s, 0, -s * mx],
      [0, s, -s * my],
      [0, 0, 1],
    ]),
  }
}

/**
 * What takes points of a plane to where they are seen, by the normalised direct linear transform (Hartley & Zisserman, Multiple View
 * Geometry, algorithm 4.2). Undefined: fewer than four points, or three of four in line.
 */
export function fitHomography(plane: readonly Pixel[], seen: readonly Pixel[]): Homography | undefined {
  if (plane.length < 4 || plane.length !== seen.length) return undefined
  const [a, b] = [normalise(plane), normalise(seen)]
  const rows = a.points.flatMap(([x, y], i) => {
    const [u, v] = b.points[i]!
    return [
      [-x, -y, -1, 0, 0, 0, u * x, u * y, u],
      [0, 0, 0, -x, -y, -1, v * x, v * y, v],
    ]
  })
  const svd = new SVD(new Matrix([...rows, ...(rows.length < 9 ? [Array<number>(9).fill(0)] : [])]), { autoTranspose: true })
  // Two solutions are none: the points lie on a line.
  const { diagonal } = svd
  if ((diagonal[7] ?? 0) < 1e-9 * (diagonal[0] ?? 1)) return undefined
  const h = new Matrix([0, 1, 2].map(row => [0, 1, 2].map(column => svd.rightSingularVectors.get(row * 3 + column, 8))))
  const inverse = new Matrix([
    [1 / b.matrix.get(0, 0), 0, -b.matrix.get(0, 2) / b.matrix.get(0, 0)],
    [0, 1 / b.matrix.get(1, 1), -b.matrix.get(1, 2) / b.matrix.get(1, 1)],
    [0, 0, 1],
  ])
  const found = inverse.mmul(h).mmul(a.matrix).to1DArray()
  const scale = Math.abs(found[8]!) > 1e-12 ? found[8]! : 1
  return found.map(value => value / scale) as unknown as Homography
}

/** Where a point of the plane is seen. */
export function through([a, b, c, d, e, f, g, h, i]: Homography, [x, y]: Pixel): Pixel {
  const w = g * x + h * y + i
  return [(a * x + b * y + c) / w, (d * x + e * y + f) / w]
}
