import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { JobState } from '#core/job/types'
import { useInstruments } from './instruments'
import { useSession } from './session'

const run = (from: number, to?: number) => ({
  by: 'engine',
  from: { at: new Date(from).toISOString() },
  ...(to !== undefined && { to: { at: new Date(to).toISOString() } }),
})
const state = (...pressures: unknown[]) => ({ pressures }) as unknown as JobState
const people = (hint?: string) => useSession().$patch({ view: { people: [{ id: 'p', name: 'Rafe', role: 'technician', hint }] } } as never)

describe('instruments of this device', () => {
  const disk = new Map<string, string>()
  beforeEach(() => {
    disk.clear()
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => disk.get(key) ?? null,
      setItem: (key: string, value: string) => disk.set(key, value),
    })
    setActivePinia(createPinia())
  })
  it('are simulated in the demo, none elsewhere, and what somebody chose wherever that was', () => {
    people()
    expect(useInstruments().choice).toBe('none')
    expect(
      useInstruments().open(
        'scan-tool',
        useInstruments().scan(() => state(), 0),
      ),
    ).toBeUndefined()
    people('1234')
    expect(useInstruments().choice).toBe('simulated')
    useInstruments().choice = 'none'
    setActivePinia(createPinia())
    people('1234')
    expect(useInstruments().choice).toBe('none')
    disk.set('efferent.instruments', 'a stranger’s word')
    setActivePinia(createPinia())
    people()
    expect(useInstruments().choice).toBe('none')
  })
  it('know the job’s engine: warm after it ran, and at idle while it does', () => {
    people('1234')
    const minute = 60_000
    const says = (job: JobState) =>
      useInstruments().open(
        'scan-tool',
        useInstruments().scan(() => job, 4 * minute),
      )!(6 * minute)!
    expect(says(state(run(0, 10 * minute)))).toMatchObject({ rpm: 0, unit: 'degC' })
    expect(says(state(run(0))).rpm).toBeGreaterThan(0)
    expect(says(state(run(0))).value).toBeGreaterThan(says(state(run(8 * minute))).value)
    // A pedal that is held warms nothing.
    expect(says(state({ ...run(0), by: 'pedal' }))).toEqual(says(state()))
  })
  it('hears of an engine that is started while it is plugged in', () => {
    people('1234')
    let job = state()
    const stream = useInstruments().scan(() => job, 0)
    expect(stream(60_000)).toMatchObject({ rpm: 0 })
    job = state(run(60_000))
    expect(stream(120_000)!.rpm).toBeGreaterThan(0)
  })
})
