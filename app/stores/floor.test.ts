import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { watch } from 'vue'
import { limits } from '#shared/limits'
import type { JobRow } from '#shared/schemas/jobRow'
import { deviceStore } from '~/utils/deviceStore'
import { useFloor } from './floor'

class Stream {
  static last: Stream
  readonly handlers = new Map<string, (message: { data: string }) => void>()
  constructor() {
    Stream.last = this
  }

  addEventListener = (name: string, handle: (message: { data: string }) => void) => void this.handlers.set(name, handle)
  close = () => {}
  say = (name: string, value: unknown) => this.handlers.get(name)?.({ data: JSON.stringify(value) })
}
const idOf = (n: number) => `01890000-0000-7000-8000-${String(n).padStart(12, '0')}`
const row = (number: number, nextWords = ''): JobRow => ({
  id: idOf(number),
  number,
  seq: 1,
  sheet: 'halyard-cooler-lines',
  sheetTitle: 'Gearbox cooler lines',
  revision: 1,
  plate: `SK ${number}`,
  vehicleId: '00000000-0000-4000-8000-000000000001',
  vehicle: 'Ondrel Halyard',
  customer: 'Pilot Station',
  summary: { stage: 'planned', paused: false, step: { done: 0, of: 1 }, missing: 0, timers: [] },
  nextWords,
  openedAt: '2026-01-01T00:00:00Z',
  updatedAt: '2026-01-01T00:00:00Z',
  serverNow: new Date().toISOString(),
})
let frames: (() => void)[]
const draw = () => {
  for (const frame of frames.splice(0)) frame()
  return new Promise(done => setTimeout(done, 5))
}

beforeEach(async () => {
  await deviceStore().clearAnswers()
  frames = []
  vi.stubGlobal('EventSource', Stream)
  vi.stubGlobal('window', {})
  vi.stubGlobal('document', { hidden: false, addEventListener: () => {}, removeEventListener: () => {} })
  vi.stubGlobal('requestAnimationFrame', (frame: () => void) => frames.push(frame))
  vi.stubGlobal('cancelAnimationFrame', () => {})
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('away')))
  setActivePinia(createPinia())
})
afterEach(() => vi.unstubAllGlobals())

describe('the Floor', () => {
  // First: what another test's Floor keeps a moment later would be what is found.
  it('without the server it is as it was last seen here, and says since when, until it is heard of again', async () => {
    const first = useFloor()
    first.follow()
    Stream.last.say('floor', [row(1), row(2)])
    await draw()
    const kept = async () => (await deviceStore().findAnswer('/api/jobs/stream'))?.value
    await vi.waitFor(async () => expect(await kept()).toHaveLength(2), { timeout: 5000 })

    setActivePinia(createPinia())
    const later = useFloor()
    later.follow()
    Stream.last.say('error', {})
    await vi.waitFor(() => expect(later.rows).toHaveLength(2))
    expect(later.oldSince).toBeGreaterThan(Date.now() - 60_000)
    Stream.last.say('floor', [row(2)])
    await draw()
    expect(later.oldSince).toBeUndefined()
    expect(later.rows).toHaveLength(1)
  })

  it('what a version before has kept of it is read as well', async () => {
    const { vehicleId: _, ...before } = row(1)
    await deviceStore().keepAnswer({ path: '/api/jobs/stream', at: Date.now(), value: [before] })
    const floor = useFloor()
    floor.follow()
    Stream.last.say('error', {})
    await vi.waitFor(() => expect(floor.rows).toHaveLength(1))
  })

  it('shows a thousand jobs by their numbers, and a thousand that move in one frame once', async () => {
    const floor = useFloor()
    floor.follow()
    let times = 0
    watch(
      () => floor.rows,
      () => times++,
      { flush: 'sync' },
    )
    for (let page = 0; page <= 1000; page += limits.jobsPerPage)
      Stream.last.say(
        'floor',
        Array.from({ length: Math.min(limits.jobsPerPage, 1000 - page) }, (_, i) => row(1000 - page - i)),
      )
    await draw()
    expect(floor.rows!.map(({ number }) => number)).toEqual(Array.from({ length: 1000 }, (_, i) => i + 1))
    for (let i = 1; i <= 1000; i++) Stream.last.say('row', row(i, `step ${i}`))
    await draw()
    expect(times).toBe(2)
    expect(floor.rows!.map(({ nextWords }) => nextWords)).toEqual(Array.from({ length: 1000 }, (_, i) => `step ${i + 1}`))
  })

  it('a list that breaks off takes nobody away; the next whole one does', async () => {
    const floor = useFloor()
    floor.follow()
    const pageOf = (from: number) => Array.from({ length: limits.jobsPerPage }, (_, i) => row(from + i))
    Stream.last.say('floor', pageOf(1))
    Stream.last.say('floor', [row(900)])
    await draw()
    Stream.last.say('floor', pageOf(1))
    Stream.last.say('lost', {})
    Stream.last.say('floor', pageOf(1))
    await draw()
    expect(floor.rows).toHaveLength(limits.jobsPerPage + 1)
    Stream.last.say('floor', [row(901)])
    await draw()
    expect(floor.rows!.at(-1)!.number).toBe(901)
    expect(floor.rows).toHaveLength(limits.jobsPerPage + 1)
  })

  it('a job that is not open any more is gone with the next whole list; what cannot be read changes nothing and is said', async () => {
    const floor = useFloor()
    floor.follow()
    Stream.last.say('floor', [row(1), row(2)])
    await draw()
    Stream.last.say('row', { number: 'three' })
    expect(floor.unread).toContain('cannot be read')
    expect(floor.rows!.map(({ number }) => number)).toEqual([1, 2])
    Stream.last.say('unread', { detail: 'Stored, but not readable: line sheet “x”.' })
    expect(floor.unread).toContain('line sheet “x”')
    Stream.last.say('floor', [row(2)])
    await draw()
    expect(floor.unread).toBeUndefined()
    expect(floor.rows!.map(({ number }) => number)).toEqual([2])
  })
})
