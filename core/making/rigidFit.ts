import { add, dot, scale, subtract } from '../route/vector'
import type { Vec3 } from '../sheet/types'

/** A turn and a shift that lay one thing on another without bending it: `place(p)` = rotation · p + shift. */
export type Placement = { rotation: readonly [Vec3, Vec3, Vec3]; shift: Vec3 }
/** A point turned and shifted, mm. */
export const placeBy = ({ rotation: [x, y, z], shift }: Placement, p: Vec3): Vec3 => add([dot(x, p), dot(y, p), dot(z, p)], shift)
/** A direction turned, not shifted. */
export const turnBy = ({ rotation: [x, y, z] }: Placement, d: Vec3): Vec3 => [dot(x, d), dot(y, d), dot(z, d)]

type Symmetric4 = number[][]

/** The eigenvector of the largest eigenvalue of a symmetric 4×4 matrix, by Jacobi's rotations (Golub & Van Loan, 8.5). */
function largestEigenvector(matrix: Symmetric4): number[] {
  const a = matrix.map(row => [...row])
  const v = a.map((_, i) => a.map((__, j) => (i === j ? 1 : 0)))
  for (let sweep = 0; sweep < 30; sweep++) {
    let off = 0
    for (let p = 0; p < 4; p++)
      for (let q = p + 1; q < 4; q++) {
        off += a[p]![q]! ** 2
        if (Math.abs(a[p]![q]!) < 1e-300) continue
        const theta = (a[q]![q]! - a[p]![p]!) / (2 * a[p]![q]!)
        const t = Math.sign(theta || 1) / (Math.abs(theta) + Math.sqrt(theta * theta + 1))
        const c = 1 / Math.sqrt(t * t + 1)
        rotate(a, v, p, q, c, t * c)
      }
    if (off < 1e-24) break
  }
  const best = [0, 1, 2, 3].reduce((top, i) => (a[i]![i]! > a[top]![top]! ? i : top), 0)
  return v.map(row => row[best]!)
}
function rotate(a: number[][], v: number[][], p: number, q: number, c: number, s: number): void {
  for (let k = 0; k < 4; k++) {
    const [kp, kq] = [a[k]![p]!, a[k]![q]!]
    a[k]![p] = c * kp - s * kq
    a[k]![q] = s * kp + c * kq
  }
  for (let k = 0; k < 4; k++) {
    const [pk, qk] = [a[p]![k]!, a[q]![k]!]
    a[p]![k] = c * pk - s * qk
    a[q]![k] = s * pk + c * qk
    const [vp, vq] = [v[k]![p]!, v[k]![q]!]
    v[k]![p] = c * vp - s * vq
    v[k]![q] = s * vp + c * vq
  }
}

/**
 * Lays `from` on `to` with the least sum of squared distances, point for point, without mirroring (Horn 1987, by unit quaternion; the same
 * as Kabsch 1976 and Umeyama 1991 by SVD). Throws RangeError for fewer than one point or lists of different length.
 */
export function rigidFit(from: readonly Vec3[], to: readonly Vec3[]): Placement {
  if (from.length === 0 || from.length !== to.length) throw new RangeError('a fit wants as many points on one side as on the other')
  const [a, b] = [meanOf(from), meanOf(to)]
  const m = [0, 1, 2].map(i => [0, 1, 2].map(j => from.reduce((sum, p, n) => sum + (p[i]! - a[i]!) * (to[n]![j]! - b[j]!), 0)))
  const [sxx, sxy, sxz, syx, syy, syz, szx, szy, szz] = m.flat() as [number, number, number, number, number, number, number, number, number]
  const size = Math.max(1e-12, ...m.flat().map(Math.abs))
  const [w, x, y, z] = largestEigenvector(
    [
      [sxx + syy + szz, syz - szy, szx - sxz, sxy - syx],
      [syz - szy, sxx - syy - szz, sxy + syx, szx + sxz],
      [szx - sxz, sxy + syx, -sxx + syy - szz, syz + szy],
      [sxy - syx, szx + sxz, syz + szy, -sxx - syy + szz],
    ].map(row => row.map(value => value / size)),
  ) as [number, number, number, number]
  const rotation: Placement['rotation'] = [
    [w * w + x * x - y * y - z * z, 2 * (x * y - w * z), 2 * (x * z + w * y)],
    [2 * (x * y + w * z), w * w - x * x + y * y - z * z, 2 * (y * z - w * x)],
    [2 * (x * z - w * y), 2 * (y * z + w * x), w * w - x * x - y * y + z * z],
  ]
  const turned = turnBy({ rotation, shift: [0, 0, 0] }, a)
  return { rotation, shift: subtract(b, turned) }
}
const meanOf = (points: readonly Vec3[]): Vec3 => scale(points.reduce<Vec3>(add, [0, 0, 0]), 1 / points.length)
