import {
  AmbientLight,
  DirectionalLight,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshBasicMaterial,
  MeshStandardMaterial,
  Raycaster,
  Scene,
  SphereGeometry,
  TubeGeometry,
  Vector2,
  WebGLRenderer,
  type BufferGeometry,
  type Object3D,
} from 'three'
import type { Vec3 } from '#core/sheet/types'
import type { Look } from '~/workers/scene'
import { newCamera } from './sceneCamera'
import type { Solid, TracedCurve } from './sceneShapes'

export type Tube = { curve: TracedCurve; radius: number; colour: string; joint: string | undefined }
export type Ball = { at: Vec3; radius: number; colour: string; joint: string }

/** Seldom more dots to the point than the eye tells apart; drawing four times as many costs four times as long. */
const mostPixelRatio = 2

function freed(part: Object3D): void {
  if (!(part instanceof Mesh || part instanceof LineSegments)) return
  ;(part.geometry as BufferGeometry).dispose()
  for (const material of [part.material].flat()) (material as MeshBasicMaterial).dispose()
}

/** The drawing in space: what is on it, seen by one camera, drawn once a frame and only when something has changed. */
export class SceneStage {
  readonly #camera = newCamera()
  readonly #renderer: WebGLRenderer
  readonly #scene = new Scene()
  readonly #around = new Group()
  readonly #lines = new Group()
  readonly #drawn: () => void
  #isAsked = false
  #size = { width: 0, height: 0 }

  /** `drawn` is told after each drawing. Throws where the device draws nothing in space. */
  constructor(canvas: OffscreenCanvas, pixelRatio: number, drawn: () => void) {
    this.#renderer = new WebGLRenderer({ canvas, alpha: true, antialias: true })
    this.#renderer.setPixelRatio(Math.min(mostPixelRatio, pixelRatio))
    this.#drawn = drawn
    const [key, fill] = [new DirectionalLight('white', 1.6), new DirectionalLight('white', 0.9)]
    key.position.set(1200, 900, 2400)
    fill.position.set(-600, -900, -1800)
    this.#scene.add(new AmbientLight('white', 1.7), key, fill, this.#around, this.#lines)
  }

  /** From where it is seen, in a picture so many CSS pixels wide and high. */
  look({ position, turn, aspect }: Look, width: number, height: number): void {
    this.#camera.position.set(...position)
    this.#camera.quaternion.set(...turn)
    this.#camera.aspect = aspect
    this.#camera.updateProjectionMatrix()
    this.#camera.updateMatrixWorld()
    if (width !== this.#size.width || height !== this.#size.height) this.#renderer.setSize(width, height, false)
    this.#size = { width, height }
    this.ask()
  }

  /** What the lines run past: seen through. What was shown before is thrown away. */
  showAround(solids: readonly Solid[]): void {
    this.#clear(this.#around)
    for (const { geometry, edges, colour, opacity, position, quaternion } of solids) {
      const body = new Mesh(geometry, new MeshBasicMaterial({ color: colour, transparent: true, opacity, depthWrite: false }))
      const outline = new LineSegments(edges, new LineBasicMaterial({ color: colour, transparent: true, opacity: 0.5 }))
      for (const part of [body, outline]) {
        part.position.copy(position)
        part.quaternion.copy(quaternion)
        part.renderOrder = 1
        this.#around.add(part)
      }
    }
    this.ask()
  }

  /** The lines and the joints at their ends; each leads to the joint it names when it is touched. */
  showLines(tubes: readonly Tube[], balls: readonly Ball[]): void {
    this.#clear(this.#lines)
    for (const { curve, radius, colour, joint } of tubes) {
      const geometry = new TubeGeometry(curve, Math.max(4, Math.ceil(curve.size / 7)), radius, 10, false)
      this.#addLine(new Mesh(geometry, new MeshStandardMaterial({ color: colour, roughness: 0.55 })), 2, joint)
    }
    for (const { at, radius, colour, joint } of balls) {
      const ball = new Mesh(new SphereGeometry(radius, 18, 12), new MeshStandardMaterial({ color: colour, roughness: 0.6 }))
      ball.position.set(...at)
      this.#addLine(ball, 3, joint)
    }
    this.ask()
  }

  #addLine(part: Mesh, order: number, joint: string | undefined): void {
    part.renderOrder = order
    part.userData = { joint }
    this.#lines.add(part)
  }

  #clear(group: Group): void {
    group.children.forEach(freed)
    group.clear()
  }

  /** The joint of what lies under a point of the picture, from −1 to 1 to the right and upwards. */
  jointAt(x: number, y: number): string | undefined {
    const ray = new Raycaster()
    ray.setFromCamera(new Vector2(x, y), this.#camera)
    return ray.intersectObjects(this.#lines.children)[0]?.object.userData.joint as string | undefined
  }

  /** Draws before the next frame, once however often it is asked. */
  ask(): void {
    if (this.#isAsked) return
    this.#isAsked = true
    requestAnimationFrame(() => {
      this.#isAsked = false
      this.#renderer.render(this.#scene, this.#camera)
      this.#drawn()
    })
  }
}
