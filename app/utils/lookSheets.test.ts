import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { SheetHead } from '#shared/schemas/library'
import { demoPack } from '../../tests/helpers/demo'
import { useConnection } from '~/stores/connection'
import { NoAnswer } from './api'
import { deviceStore } from './deviceStore'
import { forgetAnswers } from './keptAnswers'
import { libraryHere } from './libraryHere'
import { libraryMemo } from './libraryMemo'
import { lookSheets, pathOfSheets, sheetsOfFamily } from './lookSheets'

const head = (id: string, more: Partial<SheetHead> = {}): SheetHead => ({
  id,
  revision: 1,
  title: id,
  system: 'brake',
  summary: '',
  families: [],
  appliesTo: '',
  ...more,
})
const page = (sheets: SheetHead[]) => ({ sheets, found: sheets.length, all: sheets.length, systems: [] })
const says = (body: unknown) => vi.stubGlobal('fetch', () => Promise.resolve(new Response(JSON.stringify(body))))
const away = () => vi.stubGlobal('fetch', () => Promise.reject(new TypeError('away')))
const kept = () => deviceStore().listAnswerPaths()
const ids = (sheets: readonly SheetHead[]) => sheets.map(({ id }) => id)

beforeEach(async () => {
  setActivePinia(createPinia())
  await deviceStore().clearAnswers()
  vi.stubGlobal('window', {})
  vi.useFakeTimers({ toFake: ['setTimeout'] })
})
afterEach(() => {
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

it('the same page has one address, whatever is said that goes without saying', () => {
  expect(pathOfSheets({ words: ' ', by: 'title', down: false, from: 0 })).toBe('/api/sheets')
  expect(pathOfSheets({ words: ' oil feed', systems: ['brake', 'clutch'], down: true, from: 60 })).toBe(
    '/api/sheets?words=oil+feed&systems=brake%2Cclutch&down=1&from=60',
  )
})

it('what answers typed words is never kept; a page of the whole list is', async () => {
  says(page([head('typed')]))
  expect(ids((await lookSheets({ words: 'ty' })).sheets)).toEqual(['typed'])
  expect(await kept()).toEqual([])
  says(page([head('b'), head('a')]))
  expect(await lookSheets()).toMatchObject({ isHereOnly: false })
  await vi.waitFor(async () => expect(await kept()).toEqual(['/api/sheets']))
})

it('while nobody answers, the same search goes over what this device has, and the page knows that', async () => {
  says(page([head('b', { title: 'Brake hose' }), head('c', { title: 'Clutch line', system: 'clutch' })]))
  await lookSheets()
  await vi.waitFor(async () => expect(await kept()).toHaveLength(1))
  away()
  const connection = useConnection()
  const before = connection.lookBacks()
  expect(await lookSheets({ words: 'CLUTCH' })).toMatchObject({ sheets: [{ id: 'c' }], isHereOnly: true })
  expect(ids((await lookSheets({ systems: ['brake'], down: true })).sheets)).toEqual(['b'])
  expect((await lookSheets({ words: 'nothing has it' })).found).toBe(0)
  expect(connection.lookBacks()).toBe(before + 3)
  expect(connection.trouble).toBe('no-server')
})

it('which sheets a car may be under is never judged by those this device happens to have', async () => {
  says(page([head('b', { families: ['f'] })]))
  await lookSheets()
  await vi.waitFor(async () => expect(await kept()).toHaveLength(1))
  away()
  await expect(sheetsOfFamily('f')).rejects.toThrow(NoAnswer)
  const all = Array.from({ length: 7 }, (_, i) => head(`s${i}`))
  vi.stubGlobal('fetch', (path: string) => {
    const from = Number(new URL(path, 'http://shop').searchParams.get('from') ?? 0)
    return Promise.resolve(new Response(JSON.stringify({ ...page(all.slice(from, from + 3)), found: all.length })))
  })
  expect(await sheetsOfFamily('f')).toEqual(all)
})

it('another trouble than nobody answering is said, not searched around', async () => {
  vi.stubGlobal('fetch', () => Promise.resolve(new Response('{"sheets": "none"}')))
  await expect(lookSheets({ words: 'x' })).rejects.toThrow()
})

it('a whole sheet that was opened here is found by what stands on it, in its newest revision; what cannot be read is not there', async () => {
  const { sheets, families } = demoPack()
  const sheet = sheets[0]!
  const keep = (path: string, value: unknown) => deviceStore().keepAnswer({ path, at: 1, value })
  await keep('/api/families', families)
  await keep(`/api/sheets/${sheet.id}`, { sheet: { ...sheet, revision: 3 }, families: [] })
  await keep(`/api/sheets/${sheet.id}?revision=2`, { sheet: { ...sheet, revision: 2 }, families: [] })
  await keep(`/api/sheets/${sheet.id}/notes`, [])
  await keep('/api/sheets/glances?sheets=a', [{}])
  await keep('/api/sheets/broken', { sheet: { format: 'nothing' }, families: [] })
  await keep('/api/sheets', page([head(sheet.id, { revision: 1 }), head('listed')]))
  const here = await libraryHere()
  expect(here.sheets.map(one => [one.sheet.id, one.sheet.revision, one.families.length > 0])).toEqual([[sheet.id, 3, true]])
  // Nobody is signed in here any more: what was read of it goes with it.
  expect(libraryMemo.last).toBeDefined()
  await forgetAnswers()
  expect(libraryMemo.last).toBeUndefined()
  expect((await libraryHere()).heads).toEqual([])
  expect(here.heads.map(({ id, revision }) => [id, revision])).toEqual([
    [sheet.id, 3],
    ['listed', 1],
  ])
})
