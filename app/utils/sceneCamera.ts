import { PerspectiveCamera, Vector3 } from 'three'
import { viewFrom } from '#core/route/projectStandpoint'
import type { Standpoint, Vec3 } from '#core/sheet/types'

/** The eye that looks at the picture: the same where it is drawn and where names are put on it. Distances in mm. */
export const newCamera = () => new PerspectiveCamera(34, 1, 20, 20_000)

/** How the picture is turned from where the person stands, and how near it is looked at. */
export type Turn = { yaw: number; pitch: number; near: number }
export const straight: Turn = { yaw: 0, pitch: 0, near: 1 }
export type Bounds = { centre: Vector3; radius: number }

const smallest = 160
/** The ball that holds all points; of no points a small one at the origin. */
export function boundsOf(points: readonly Vec3[]): Bounds {
  const reach = (pick: (...values: number[]) => number) =>
    new Vector3(...([0, 1, 2].map(i => points.reduce((best, point) => pick(best, point[i]!), points[0]?.[i] ?? 0)) as unknown as Vec3))
  const [low, high] = [reach(Math.min), reach(Math.max)]
  return { centre: low.clone().add(high).multiplyScalar(0.5), radius: Math.max(smallest, high.distanceTo(low) / 2) }
}

/** How far a person bends over the engine bay, looks up under the lift, crouches at the wheel. */
const tilt: Record<Standpoint, number> = { 'hood-up': -0.5, 'under-lift': -0.16, 'wheel-off': 0.22 }
const steepest = 1.45
const margin = 1.22

/** Yaw about the picture's upright, pitch up and down, both on top of where the person stands; all of it in the picture at once. */
export function placeCamera(
  camera: PerspectiveCamera,
  {
    standpoint,
    side,
    turn,
    bounds,
    aspect,
  }: { standpoint: Standpoint; side: 'left' | 'right'; turn: Turn; bounds: Bounds; aspect: number },
): void {
  const view = viewFrom(standpoint, side)
  const [right, up, eye] = [new Vector3(...view.right), new Vector3(...view.up), new Vector3(...view.eye)]
  const pitch = Math.max(-steepest, Math.min(steepest, tilt[standpoint] + turn.pitch))
  const direction = eye
    .multiplyScalar(Math.cos(turn.yaw))
    .addScaledVector(right, Math.sin(turn.yaw))
    .multiplyScalar(Math.cos(pitch))
    .addScaledVector(up, Math.sin(pitch))
  camera.aspect = aspect
  const reach = (bounds.radius * margin) / Math.tan((camera.fov * Math.PI) / 360) / Math.min(1, aspect) / turn.near
  camera.position.copy(bounds.centre).addScaledVector(direction, reach)
  camera.up.set(...view.up)
  camera.lookAt(bounds.centre)
  camera.updateProjectionMatrix()
  camera.updateMatrixWorld()
}

const perPixel = 0.006
/** Turned by a finger that went so many pixels to the right and down. */
export const dragged = (turn: Turn, right: number, down: number): Turn => ({
  ...turn,
  yaw: turn.yaw - right * perPixel,
  pitch: turn.pitch + down * perPixel,
})
export const nearer = (turn: Turn, by: number): Turn => ({ ...turn, near: Math.max(0.5, Math.min(6, turn.near * by)) })
