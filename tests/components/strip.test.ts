import { readFileSync } from 'node:fs'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import FastenerTray from '../../app/components/plan/FastenerTray.vue'
import LineStrip from '../../app/components/strip/LineStrip.vue'
import TorqueWindow from '../../app/components/bay/TorqueWindow.vue'
import { unrollLine } from '../../core/route/unrollLine'
import { resolveSheet } from '../../core/sheet/resolveSheet'
import type { Pack } from '../../core/sheet/types'
import { mountPart } from '../helpers/mountPart'

const sheet = (JSON.parse(readFileSync('db/demo/halyard-cooler-lines.efferent.json', 'utf8')) as Pack).sheets[0]!
const resolution = resolveSheet(sheet, { family: 'ondrel-halyard', traits: { coolers: 'one' } })
if (resolution.applies === 'no') throw new Error('the demo sheet is for this car')
const { resolved } = resolution
const line = unrollLine(resolved, resolved.lines[0]!)

// Nothing is laid out here: a strip is told how wide it is.
class WideObserver {
  constructor(readonly tell: ResizeObserverCallback) {}
  observe() {
    const size = [{ inlineSize: 800, blockSize: 100 }]
    this.tell([{ contentRect: { width: 800, height: 100 }, contentBoxSize: size, borderBoxSize: size } as never], this as never)
  }
  unobserve() {}
  disconnect() {}
}
beforeEach(() => vi.stubGlobal('ResizeObserver', WideObserver))
afterEach(() => vi.unstubAllGlobals())

describe('the strip by keyboard', () => {
  const picks = (wrapper: ReturnType<typeof mountPart>) => wrapper.findAll('[role="button"]')
  it('each joint can be reached and chosen, by Enter and by the space bar', async () => {
    const strip = mountPart(LineStrip, { line, name: 'Supply', picks: true })
    await vi.waitFor(() => expect(picks(strip)).toHaveLength(line.joints.length))
    for (const [i, joint] of line.joints.entries()) {
      const one = picks(strip)[i]!
      expect(one.attributes('tabindex')).toBe('0')
      expect(one.attributes('aria-label')).toBe(joint.name)
      await one.trigger('keydown', { key: i % 2 ? 'Enter' : ' ' })
      expect(strip.emitted('select')!.at(-1)).toEqual([joint.id])
    }
  })

  it('where nothing is to be chosen it is one picture with its words', async () => {
    const strip = mountPart(LineStrip, { line, name: 'Supply', compact: true })
    await vi.waitFor(() => expect(strip.find('svg[role="img"]').exists()).toBe(true))
    expect(picks(strip)).toHaveLength(0)
    const words = strip.find('svg').attributes('aria-label')!
    for (const joint of line.joints) expect(words).toContain(joint.name)
  })

  it('what is chosen is said, not only coloured', async () => {
    const strip = mountPart(LineStrip, { line, name: 'Supply', picks: true, selected: line.joints[0]!.id })
    await vi.waitFor(() => expect(picks(strip)[0]!.attributes('aria-pressed')).toBe('true'))
    expect(picks(strip)[1]!.attributes('aria-pressed')).toBe('false')
  })
})

describe('the torque window', () => {
  it.each([
    [undefined, 'no value yet', ''],
    [18, 'value inside', '2 N·m in hand'],
    [12, 'value under', 'Below the window'],
    [25, 'value over', 'Above the window'],
  ])('%s N·m of 16 to 20: %s', (value, spoken, shown) => {
    const window = mountPart(TorqueWindow, { window: { low: 16, high: 20 }, value })
    expect(window.find('[role="img"]').attributes('aria-label')).toContain(spoken)
    expect(window.find('.hand').text().replaceAll('\u00a0', ' ')).toBe(shown)
  })
})

describe('the bolt tray', () => {
  const well = (state: string, out: number, back?: number) => ({
    group: out,
    out,
    in: back,
    state,
    fastener: { count: out, what: 'bolt', size: 'M8×20', place: 'front' },
  })
  it('says in words what is missing, and how many of how many', () => {
    const trays = [{ operation: 'a', name: 'Undershield', mixed: true, wells: [well('missing', 6, 5), well('back', 2, 2)] }]
    const text = mountPart(FastenerTray, { trays }).text()
    for (const words of ['Undershield', 'back where they were', '5 of 6', 'missing', '2 of 2', 'all back']) expect(text).toContain(words)
  })
  it('is not there without bolts', () => expect(mountPart(FastenerTray, { trays: [] }).text()).toBe(''))
})
