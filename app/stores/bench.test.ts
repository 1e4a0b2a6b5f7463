import { createPinia, setActivePinia } from 'pinia'
import { nextTick } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { emptyBench } from '#shared/schemas/making'
import { useBench } from './bench'

const kept = new Map<string, string>()
beforeEach(() => {
  kept.clear()
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
  })
  setActivePinia(createPinia())
})
const line = {
  rows: [{ straight: 100, rotate: 0, bend: 0, radius: 0 }],
  ends: { from: { form: 'bubble' }, to: { form: 'plain' } },
} as const

describe('the bench of a device', () => {
  it('takes no act before what it would lock out, and takes back with an act all that stood on it', () => {
    const store = useBench()
    store.setLine({ ...line, loose: [{ id: 'nut', kind: 'nut', end: 'from' }] })
    const act = (id: string) => store.worked.acts.find(one => one.id === id)!
    expect(store.tick(act('form:from'))).toMatchObject({ first: { id: 'cut' } })
    expect(store.bench.done).toEqual([])
    for (const id of ['cut', 'deburr:from']) expect(store.tick(act(id))).toBeUndefined()
    expect(store.tick(act('form:from'))).toMatchObject({ first: { id: 'slide:nut' } })
    for (const id of ['slide:nut', 'form:from', 'inspect:from']) expect(store.tick(act(id))).toBeUndefined()
    expect(store.tick(act('slide:nut'))).toBeUndefined()
    expect(store.bench.done).toEqual(['cut', 'deburr:from'])
    // One that is thought of too late is not ticked as if it were on the tube.
    for (const id of ['slide:nut', 'form:from', 'inspect:from']) store.tick(act(id))
    store.setLine({ loose: [...store.bench.line.loose, { id: 'sleeve', kind: 'sleeve', end: 'from' }] })
    expect(store.tick(act('slide:sleeve'))).toMatchObject({ lockedBy: { id: 'form:from' } })
  })
  it('is there again after the page was closed', async () => {
    useBench().setLine(line)
    await nextTick()
    setActivePinia(createPinia())
    expect(useBench().bench.line.rows).toEqual(line.rows)
  })
  it('what a newer version left is not written over until somebody clears it', async () => {
    const newer = JSON.stringify({ ...emptyBench(), v: 9 })
    kept.set('efferent.bench', newer)
    const store = useBench()
    expect(store.unreadable).toBe(true)
    store.setLine(line)
    await nextTick()
    expect(kept.get('efferent.bench')).toBe(newer)
    store.clear()
    await nextTick()
    expect(JSON.parse(kept.get('efferent.bench')!)).toEqual(emptyBench())
  })
})
