import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { afterFrame } from './afterFrame'

let draw: (() => void) | undefined
beforeEach(() => {
  vi.useFakeTimers()
  draw = undefined
  vi.stubGlobal('requestAnimationFrame', (frame: () => void) => {
    draw = frame
    return 1
  })
  vi.stubGlobal('cancelAnimationFrame', () => (draw = undefined))
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

it('waits for the frame, and for what follows it', () => {
  const work = vi.fn()
  afterFrame(work)
  vi.advanceTimersByTime(50)
  expect(work).not.toHaveBeenCalled()
  draw!()
  expect(work).not.toHaveBeenCalled()
  vi.advanceTimersByTime(0)
  expect(work).toHaveBeenCalledTimes(1)
  vi.advanceTimersByTime(1000)
  expect(work).toHaveBeenCalledTimes(1)
})

it('does not wait for ever where nothing is drawn, and does nothing once called off', () => {
  const [hidden, dropped] = [vi.fn(), vi.fn()]
  afterFrame(hidden)
  const off = afterFrame(dropped)
  off()
  vi.advanceTimersByTime(1000)
  expect(hidden).toHaveBeenCalledTimes(1)
  expect(dropped).not.toHaveBeenCalled()
})
