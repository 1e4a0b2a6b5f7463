import type { SceneAsked, SceneSaid } from '~/workers/scene'

/** Whether this browser lets a worker draw; whether the device can is known when one has tried. */
export const canDrawApart = (): boolean =>
  typeof Worker !== 'undefined' && typeof HTMLCanvasElement !== 'undefined' && 'transferControlToOffscreen' in HTMLCanvasElement.prototype

/** The worker that draws one picture in space, for as long as it is shown. What has no worker is told that nothing is drawn. */
export class SceneLink {
  readonly #worker: Worker
  readonly #picks: ((joint: string | undefined) => void)[] = []

  /** `drawn` is told after each drawing, `none` once, where the device draws nothing. The canvas is the worker's from now on. */
  constructor(canvas: HTMLCanvasElement, heard: { drawn: () => void; none: () => void }, create: () => Worker = newWorker) {
    this.#worker = create()
    this.#worker.onmessage = ({ data }: MessageEvent<SceneSaid>) => {
      if (data.kind === 'picked') this.#picks.shift()?.(data.joint)
      else heard[data.kind]()
    }
    this.#worker.onerror = () => heard.none()
    const apart = canvas.transferControlToOffscreen()
    this.#worker.postMessage({ kind: 'begin', canvas: apart, pixelRatio: window.devicePixelRatio } satisfies SceneAsked, [apart])
  }

  show(asked: Extract<SceneAsked, { kind: 'look' | 'around' | 'lines' }>): void {
    // No worker can be given what Vue has wrapped, as what a page shows may be.
    this.#worker.postMessage(JSON.parse(JSON.stringify(asked)))
  }

  /** The joint of what lies under a point of the picture, from −1 to 1 to the right and upwards. */
  jointAt(x: number, y: number): Promise<string | undefined> {
    return new Promise(resolve => {
      this.#picks.push(resolve)
      this.#worker.postMessage({ kind: 'pick', x, y } satisfies SceneAsked)
    })
  }

  end(): void {
    this.#worker.terminate()
  }
}

const newWorker = () => new Worker(new URL('../workers/scene.ts', import.meta.url), { type: 'module' })
