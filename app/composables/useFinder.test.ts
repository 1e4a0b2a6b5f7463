import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'
import { mountBare } from '../../tests/helpers/mountBare'
import { useFinder } from './useFinder'

const went = vi.hoisted(() => vi.fn())
vi.mock('#imports', () => ({ navigateTo: went }))

const fitting = (id: string) => ({ kind: 'fitting', id, title: id, detail: '', sheet: id, more: 0, why: [] })
/** Answers by what was asked, each when it is let go. */
const answers = new Map<string, () => void>()
const answer = async (query: string) => {
  await vi.waitFor(() => expect(answers.has(query)).toBe(true))
  answers.get(query)!()
}
const found: Record<string, string[]> = { ban: ['a', 'b', 'c'], banj: ['a', 'b', 'c'], banjo: ['c', 'b'], bolt: ['d', 'e'] }

beforeEach(() => {
  setActivePinia(createPinia())
  answers.clear()
  went.mockReset()
  vi.stubGlobal('fetch', (path: string) => {
    const query = new URL(path, 'http://shop').searchParams.get('q')!
    const body = { query, hits: found[query]!.map(fitting), tookMs: 1, mended: [], partly: false }
    return new Promise(resolve =>
      answers.set(query, () => resolve(new Response(JSON.stringify(body), { headers: { 'content-type': 'application/json' } }))),
    )
  })
})
function finder() {
  const query = ref('')
  let made!: ReturnType<typeof useFinder>
  mountBare(() => (made = useFinder(query)))
  const type = async (text: string) => {
    query.value = text
    await nextTick()
  }
  const shows = (text: string) => vi.waitFor(() => expect(made.result.value?.query).toBe(text))
  return { made, type, shows }
}

it('whoever has moved to one of them keeps it when a later answer comes, and begins anew where it is gone', async () => {
  const { made, type, shows } = finder()
  await type('ban')
  await answer('ban')
  await shows('ban')
  await type('banj')
  made.move(1)
  await answer('banj')
  await shows('banj')
  expect(made.targets.value[made.at.value]!.to).toBe('/sheets/b?joint=b')
  await type('banjo')
  await answer('banjo')
  await shows('banjo')
  expect(made.targets.value[made.at.value]!.to).toBe('/sheets/b?joint=b')
  await type('bolt')
  await answer('bolt')
  await shows('bolt')
  expect(made.at.value).toBe(0)
})

it('only the answer to the last keystroke counts, and Enter waits for it', async () => {
  const { made, type } = finder()
  await type('ban')
  await type('banjo')
  const opened = made.open()
  await answer('banjo')
  await answer('ban')
  expect(await opened).toBe(true)
  expect(made.result.value!.query).toBe('banjo')
  expect(went).toHaveBeenCalledWith('/sheets/c?joint=c')
})
