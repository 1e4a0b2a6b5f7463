import { getActivePinia } from 'pinia'
import { afterEach, expect, it, vi } from 'vitest'
import SheetGlance from '../../app/components/sheet/SheetGlance.vue'
import { mountPart } from '../helpers/mountPart'

afterEach(() => void vi.unstubAllGlobals())

const sheet = { id: 'a', revision: 1, title: 'A', system: 'clutch', summary: '', families: [], appliesTo: '' } as const
const glance = { lines: [{ line: 'l', length: 500, sections: [], holds: [], ends: [] }], sources: {}, unknown: 2 }

it('what nobody answers for is said to be missing, and comes when the server does', async () => {
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')))
  const part = mountPart(SheetGlance, { sheet })
  await vi.waitFor(() => expect(part.text()).toBe('not on this device'))
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(JSON.stringify([glance]))))
  ;(getActivePinia()!.state.value.connection as { recoveries: number }).recoveries++
  await vi.waitFor(() => expect(part.find('svg').exists()).toBe(true))
  expect(part.text()).toBe('2 unknown')
})
