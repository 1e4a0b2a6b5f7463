import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { ask } from '~/utils/api'
import { useServerClock } from './serverClock'

let server: number
const answers = vi.fn(() => Promise.resolve(new Response('{}', { headers: { date: new Date(server).toUTCString() } })))
const noon = Date.parse('2026-05-04T12:00:00Z')

beforeEach(() => {
  vi.useFakeTimers({ now: noon, toFake: ['Date', 'performance', 'setInterval', 'clearInterval'] })
  server = noon
  answers.mockClear()
  vi.stubGlobal('fetch', answers)
  vi.stubGlobal('window', {})
  setActivePinia(createPinia())
})
afterEach(() => {
  vi.unstubAllGlobals()
  vi.useRealTimers()
})
const away = () => vi.stubGlobal('fetch', () => Promise.reject(new TypeError('away')))

describe('the server’s clock, as a device knows it', () => {
  it('is learned from any answer, and a difference that the seconds of a header explain is none', async () => {
    const clock = useServerClock()
    server = noon + 90_000
    await ask('GET', '/api/sheets')
    expect(clock.offset).toBe(90_000)
    server = noon + 91_900
    await ask('GET', '/api/sheets')
    expect(clock.offset).toBe(90_000)
    // What says it to the thousandth makes it finer.
    clock.hear(new Date(noon + 90_650).toISOString(), noon)
    expect(clock.offset).toBe(90_650)
  })

  it('is not unlearned while this device’s clock runs evenly', async () => {
    const clock = useServerClock()
    await ask('GET', '/api/sheets')
    server = noon - 3_600_000
    await ask('GET', '/api/sheets')
    clock.hear(new Date(server).toISOString())
    expect(clock.offset).toBe(0)
  })

  it('goes on evenly while the device’s own is set back, with the server or without', () => {
    away()
    const clock = useServerClock()
    vi.advanceTimersByTime(60_000)
    const before = clock.serverNow()
    vi.setSystemTime(Date.now() - 365 * 24 * 3_600_000)
    expect(clock.serverNow()).toBe(before)
    vi.advanceTimersByTime(60_000)
    expect(clock.serverNow()).toBe(before + 60_000)
  })

  it('after a leap ahead time has passed, unless the server knows better', async () => {
    const clock = useServerClock()
    // The lid was closed for half an hour.
    vi.setSystemTime(noon + 1_800_000)
    server = noon + 1_800_000
    expect(clock.serverNow()).toBe(noon + 1_800_000)
    expect(answers).toHaveBeenCalledTimes(1)
    // Somebody has set the clock an hour ahead.
    vi.setSystemTime(Date.now() + 3_600_000)
    clock.serverNow()
    await vi.waitFor(() => expect(Math.abs(clock.serverNow() - server)).toBeLessThan(2000))
  })

  it('small corrections of a clock are let be', () => {
    const clock = useServerClock()
    vi.setSystemTime(noon + 900)
    expect(clock.serverNow()).toBe(noon + 900)
    expect(answers).not.toHaveBeenCalled()
  })
})
