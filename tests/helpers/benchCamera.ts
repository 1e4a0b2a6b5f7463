import sharp from 'sharp'
import { project, rotate, rotationVector, type Lens, type Pose } from '../../core/photo/camera'
import type { Pixel } from '../../core/photo/homography'
import type { Vec3 } from '../../core/sheet/types'

/** What lies above the bench (z up), in the sheet's own frame (z down). */
export const flip = ([x, y, z]: Vec3): Vec3 => [x, y, -z]

/** A camera that stands at `eye` and looks at `at`, mm, z up from the bench. */
export function lookAt(eye: Vec3, at: Vec3): Pose {
  const [e, t] = [flip(eye), flip(at)]
  const unit = (v: Vec3): Vec3 => v.map(value => value / Math.hypot(...v)) as unknown as Vec3
  const z = unit([t[0] - e[0], t[1] - e[1], t[2] - e[2]])
  // Across the picture: square to the way it looks and level.
  const x = unit([-z[1], z[0], 0])
  const y: Vec3 = [z[1] * x[2] - z[2] * x[1], z[2] * x[0] - z[0] * x[2], z[0] * x[1] - z[1] * x[0]]
  const turn = rotationVector([x, y, z])
  const [mx, my, mz] = rotate(turn, e)
  return { turn, shift: [-mx, -my, -mz] }
}

export const a4: readonly Vec3[] = [
  [0, 0, 0],
  [210, 0, 0],
  [210, 297, 0],
  [0, 297, 0],
]

/** A photograph of a bench with a sheet of A4 and a line on it, as a JPEG. */
export function photograph(lens: Lens, pose: Pose, line: readonly Vec3[]): Promise<Buffer> {
  const at = (p: Vec3) =>
    project(lens, pose, flip(p))
      .map(value => value.toFixed(1))
      .join(',')
  const paper = a4.map(at).join(' ')
  const tube = line.map(at).join(' ')
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${lens.width}" height="${lens.height}"><rect width="100%" height="100%" fill="#6b5a45"/>
    <polygon points="${paper}" fill="#f4f4f0"/><polyline points="${tube}" fill="none" stroke="#c9ced1" stroke-width="10" stroke-linejoin="round"/></svg>`
  return sharp(Buffer.from(svg)).jpeg().toBuffer()
}

/** Where a hand would tap: the paper's corners, then two points on each straight. */
export function taps(lens: Lens, pose: Pose, line: readonly Vec3[]): Pixel[] {
  const between = (a: Vec3, b: Vec3, share: number): Vec3 => [0, 1, 2].map(i => a[i]! + (b[i]! - a[i]!) * share) as unknown as Vec3
  const legs = line.slice(1).flatMap((to, i) => {
    const from = line[i]!
    return [i === 0 ? from : between(from, to, 0.25), i === line.length - 2 ? to : between(from, to, 0.75)]
  })
  return [...a4, ...legs].map(p => project(lens, pose, flip(p)))
}
