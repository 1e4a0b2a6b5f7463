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

/** What the pictures that come with the program show: a right angle flat on the bench, then one that rises; two places to stand. */
export const sampleLens: Lens = { focal: 1500, k1: 0.02, width: 2000, height: 1500 }
export const samplePoses: readonly Pose[] = [lookAt([450, 950, 950], [430, 150, 30]), lookAt([-450, 250, 1000], [430, 150, 30])]
export const sampleLine: readonly Vec3[] = [
  [300, 40, 5],
  [500, 40, 5],
  [500, 240, 5],
  [620, 240, 125],
]

/** A photograph of a bench with a sheet of A4 and a line on it, as a JPEG. */
export function photograph(lens: Lens, pose: Pose, line: readonly Vec3[]): Promise<Buffer> {
  const at = (p: Vec3) =>
    project(lens, pose, flip(p))
      .map(value => value.toFixed(1))
      .join(',')
  const paper = a4.map(at).join(' ')
  const tube = line.map(at).join(' ')
  const planks = [-600, -300, 400, 700, 1000]
    .map(x => `<polyline points="${at([x, -600, 0])} ${at([x, 900, 0])}" stroke="#5c4c39" stroke-width="3"/>`)
    .join('')
  const inside: readonly Vec3[] = [
    [18, 30, 0],
    [192, 30, 0],
    [192, 280, 0],
    [18, 280, 0],
  ]
  const numbers = inside
    .map((p, i) => {
      const [x, y] = at(p).split(',')
      return `<text x="${x}" y="${y}" font-size="34" font-family="sans-serif" text-anchor="middle" fill="#335">${i + 1}</text>`
    })
    .join('')
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${lens.width}" height="${lens.height}"><rect width="100%" height="100%" fill="#6b5a45"/>
    ${planks}<polygon points="${paper}" fill="#f4f4f0"/>${numbers}
    <polyline points="${tube}" fill="none" stroke="#3d342a" stroke-width="13" stroke-linejoin="round" stroke-linecap="round" opacity="0.5"/>
    <polyline points="${tube}" fill="none" stroke="#c9ced1" stroke-width="10" stroke-linejoin="round"/></svg>`
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
