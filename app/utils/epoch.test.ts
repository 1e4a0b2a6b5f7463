import { beforeEach, expect, it, vi } from 'vitest'

const [one, other] = ['01890000-0000-4000-8000-000000000001', '01890000-0000-4000-8000-000000000002']
const kept = new Map<string, string>()
/** A page as it is loaded: what it hears is its own, what is kept is the device's. */
async function page() {
  vi.resetModules()
  const { hearEpoch, knownEpoch, onNewEpoch } = await import('./epoch')
  const began = vi.fn()
  onNewEpoch(began)
  return { hear: hearEpoch, known: knownEpoch, began }
}
beforeEach(() => {
  kept.clear()
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
  })
})

it('the first history a device hears of is its own; the same again is no news', async () => {
  const { hear, known, began } = await page()
  expect(known()).toBeUndefined()
  hear(one)
  hear(one)
  expect([known(), began.mock.calls.length]).toEqual([one, 0])
})

it('another one makes every page begin anew, once: the one that is open, one that only has what was kept, and a second tab', async () => {
  const first = await page()
  first.hear(one)
  const second = await page()
  second.hear(one)
  first.hear(other)
  second.hear(other)
  expect([first.began.mock.calls.length, second.began.mock.calls.length]).toEqual([1, 1])
  const loaded = await page()
  // What an entry is recorded on before anybody has answered is what was kept.
  expect(loaded.known()).toBe(other)
  loaded.hear(one)
  loaded.hear(one)
  expect(loaded.began.mock.calls.length).toBe(1)
})

it.each([null, undefined, '', 'a page of the network', 7, {}])('%j is no history', async said => {
  const { hear, known, began } = await page()
  hear(one)
  hear(said)
  expect([known(), began.mock.calls.length]).toEqual([one, 0])
})
