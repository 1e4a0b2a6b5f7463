import { createPinia, setActivePinia } from 'pinia'
import { nextTick } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { emptyBench } from '#shared/schemas/making'
import { workOut } from '#core/making/workOut'
import { useBench } from './bench'

const kept = new Map<string, string>()
beforeEach(() => {
  kept.clear()
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
  })
  // No page, so no frames: what waits for one waits for nothing.
  vi.stubGlobal('requestAnimationFrame', (then: () => void) => setTimeout(then))
  vi.stubGlobal('cancelAnimationFrame', clearTimeout)
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
  it('is made in the order that was found for its bends, and along the line while one is looked for', async () => {
    const store = useBench()
    // Bent from its first end the tail would strike the bender: the order is the search's.
    const bend = { rotate: 0, bend: 90, radius: 15 }
    store.setLine({
      ...line,
      rows: [
        { straight: 60, ...bend },
        { straight: 40, ...bend },
        { straight: 300, rotate: 0, bend: 0, radius: 0 },
      ],
      tube: { outside: 6, wall: 1, material: 'steel' },
      bender: { radius: 15, takeUp: 0, setFor90: 92, grip: 20 },
    })
    expect(store.worked.order).toBeUndefined()
    await nextTick()
    expect(store.isOrdering).toBe(true)
    expect(store.worked.acts.filter(({ kind }) => kind === 'bend')).toHaveLength(2)
    await vi.waitFor(() => expect(store.isOrdering).toBe(false), { timeout: 20_000 })
    expect(store.worked.order).toEqual(workOut(store.bench.line).order)
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
