import { Matrix, solve } from 'ml-matrix'
import type { Vec3 } from '../sheet/types'
import { rayOf, type Lens, type Pose } from './camera'
import type { PhotoJob } from './photoJob'

/** The point nearest to all rays to an apex, mm on the bench: linear least squares, as in Hartley & Zisserman,
 * Multiple View Geometry, chapter 12 (Cambridge 2004). */
export function triangulate({ pictures }: PhotoJob, lens: Lens, poses: readonly Pose[], apex: number): Vec3 {
  const a = Matrix.zeros(3, 3)
  const b = Matrix.zeros(3, 1)
  for (const [i, { apexes }] of pictures.entries()) {
    if (!apexes[apex]) continue
    const { from, along } = rayOf(lens, poses[i]!, apexes[apex])
    const size = along[0] ** 2 + along[1] ** 2 + along[2] ** 2
    for (let r = 0; r < 3; r++)
      for (let c = 0; c < 3; c++) {
        const p = (r === c ? 1 : 0) - (along[r]! * along[c]!) / size
        a.set(r, c, a.get(r, c) + p)
        b.set(r, 0, b.get(r, 0) + p * from[c]!)
      }
  }
  return solve(a, b, true).to1DArray() as unknown as Vec3
}
