// @vitest-environment happy-dom
import { reactive } from 'vue'
import { describe, expect, it, vi } from 'vitest'
import type { SceneAsked, SceneSaid } from '~/workers/scene'
import { canDrawApart, SceneLink } from './sceneLink'

class PlayedWorker {
  onmessage: ((event: { data: SceneSaid }) => void) | undefined
  onerror: (() => void) | undefined
  readonly asked: SceneAsked[] = []
  ended = 0
  postMessage = (asked: SceneAsked) => void this.asked.push(structuredClone(asked))
  terminate = () => void this.ended++
  say = (data: SceneSaid) => this.onmessage!({ data })
}

function link() {
  const worker = new PlayedWorker()
  const heard = { drawn: vi.fn(), none: vi.fn() }
  const canvas = { transferControlToOffscreen: () => ({ apart: true }) } as unknown as HTMLCanvasElement
  return { worker, heard, link: new SceneLink(canvas, heard, () => worker as unknown as Worker) }
}

describe('the picture drawn in a worker', () => {
  it('hands the canvas over first, with how fine the screen is', () => {
    expect(link().worker.asked).toEqual([{ kind: 'begin', canvas: { apart: true }, pixelRatio: window.devicePixelRatio }])
  })

  it('hands on what is reactive as plain values, which a worker can be given', () => {
    const { worker, link: one } = link()
    const tubes = reactive([{ points: [[0, 0, 0] as const, [1, 2, 3] as const], radius: 4, colour: '#123456', joint: 'a' }])
    one.show({ kind: 'lines', tubes, balls: [] } as never)
    expect(worker.asked.at(-1)).toEqual({
      kind: 'lines',
      tubes: [{ points: [[0, 0, 0], [1, 2, 3]], radius: 4, colour: '#123456', joint: 'a' }], // prettier-ignore
      balls: [],
    })
  })

  it('answers presses in the order they were made in', async () => {
    const { worker, link: one } = link()
    const [first, second] = [one.jointAt(0, 0), one.jointAt(0.5, -0.5)]
    expect(worker.asked.slice(1)).toEqual([
      { kind: 'pick', x: 0, y: 0 },
      { kind: 'pick', x: 0.5, y: -0.5 },
    ])
    worker.say({ kind: 'picked', joint: undefined })
    worker.say({ kind: 'picked', joint: 'b' })
    expect(await Promise.all([first, second])).toEqual([undefined, 'b'])
  })

  it('says when it has drawn, and that nothing is drawn where the device cannot or the worker fails', () => {
    const { worker, heard, link: one } = link()
    worker.say({ kind: 'drawn' })
    expect([heard.drawn.mock.calls.length, heard.none.mock.calls.length]).toEqual([1, 0])
    worker.say({ kind: 'none' })
    worker.onerror!()
    expect(heard.none).toHaveBeenCalledTimes(2)
    one.end()
    expect(worker.ended).toBe(1)
  })

  it('is not tried where the browser lets no worker draw', () => {
    expect(canDrawApart()).toBe(false)
  })
})
