import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { celsius } from '#core/units/types'
import { useTemperatures } from './temperatures'

describe('temperatures noted while a car warms up', () => {
  beforeEach(() => setActivePinia(createPinia()))
  it('are told from the first on, job by job', () => {
    const store = useTemperatures()
    store.note('one', celsius(20), 1000)
    store.note('two', celsius(70), 2000)
    store.note('one', celsius(24), 61_000)
    expect(store.readings('one', 61_000)).toEqual([
      { seconds: 0, celsius: 20 },
      { seconds: 60, celsius: 24 },
    ])
    expect(store.readings('three', 61_000)).toEqual([])
  })
  it('of another day, or of a clock that was set back since, count no more; nor do more than sixty', () => {
    const store = useTemperatures()
    store.note('one', celsius(20), 0)
    expect(store.readings('one', 3 * 3600_000)).toHaveLength(1)
    expect(store.readings('one', 3 * 3600_000 + 1)).toEqual([])
    store.note('one', celsius(20), 9_000_000)
    expect(store.readings('one', 8_000_000)).toEqual([{ seconds: 0, celsius: 20 }])
    for (let i = 0; i < 80; i++) store.note('one', celsius(i), 9_000_000 + i)
    expect(store.readings('one', 9_001_000)).toHaveLength(60)
    expect(store.readings('one', 9_001_000).at(-1)!.celsius).toBe(79)
  })
})
