import { solidOf, TracedCurve } from '../utils/sceneShapes'
import { SceneStage, type Ball } from '../utils/sceneStage'
import type { Body, Vec3 } from '../../core/sheet/types'

// The picture in space is drawn here: setting it up and drawing it takes the device hundreds of milliseconds, which are no page's to wait.

export type TubeAsked = { points: readonly Vec3[]; radius: number; colour: string; joint: string | undefined }
export type BodyAsked = { key: string; body: Body; colour: string; opacity: number }
/** Where the camera stands (mm), how it is turned (quaternion), how wide the picture is to its height. */
export type Look = { position: Vec3; turn: readonly [number, number, number, number]; aspect: number }
export type SceneAsked =
  | { kind: 'begin'; canvas: OffscreenCanvas; pixelRatio: number }
  | { kind: 'look'; look: Look; width: number; height: number }
  | { kind: 'around'; bodies: readonly BodyAsked[] }
  | { kind: 'lines'; tubes: readonly TubeAsked[]; balls: readonly Ball[] }
  | { kind: 'pick'; x: number; y: number }
/** `none`: the device draws nothing in space. */
export type SceneSaid = { kind: 'none' } | { kind: 'drawn' } | { kind: 'picked'; joint: string | undefined }

const say = (said: SceneSaid) => postMessage(said)
let stage: SceneStage | undefined

function begin(canvas: OffscreenCanvas, pixelRatio: number): void {
  try {
    stage = new SceneStage(canvas, pixelRatio, () => say({ kind: 'drawn' }))
  } catch {
    say({ kind: 'none' })
  }
}

addEventListener('message', ({ data }: MessageEvent<SceneAsked>) => {
  if (data.kind === 'begin') return begin(data.canvas, data.pixelRatio)
  if (!stage) return
  if (data.kind === 'look') return stage.look(data.look, data.width, data.height)
  if (data.kind === 'around')
    return stage.showAround(data.bodies.map(({ key, body, colour, opacity }) => solidOf(key, body, colour, opacity)))
  if (data.kind === 'lines')
    return stage.showLines(
      data.tubes.map(({ points, ...tube }) => ({ ...tube, curve: new TracedCurve(points) })),
      data.balls,
    )
  say({ kind: 'picked', joint: stage.jointAt(data.x, data.y) })
})
