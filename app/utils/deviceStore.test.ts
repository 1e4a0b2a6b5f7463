import 'fake-indexeddb/auto'
import Dexie from 'dexie'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { problem } from '#shared/errors'
import { DeviceStore, isStoreFault, StoreFault, notKeptWords } from './deviceStore'
import { Shelf } from '../../tests/helpers/shelf'
import { readKept } from './keptEntry'

const job = '01890000-0000-7000-8000-000000000001'
const idOf = (n: number) => `01890000-0000-7000-8000-0000000001${String(n).padStart(2, '0')}`
/** What version 1 of the program kept for one entry. */
const older = (n: number) => ({
  event: {
    id: idOf(n),
    job,
    seq: n,
    at: '2026-01-02T03:04:05.000Z',
    device: '01890000-0000-7000-8000-00000000dead',
    by: { id: '00000000-0000-4000-8000-00000000000a', name: 'Rafe Undal' },
    body: { type: 'noteWritten', text: `note ${n}` },
  },
  command: { type: 'noteWritten', text: `note ${n}` },
  basedOn: 3,
})
const stores: DeviceStore[] = []
function fresh(): { store: DeviceStore; shelf: Shelf; storage: Storage } {
  const store = new DeviceStore(`efferent-test-${stores.length}`)
  stores.push(store)
  const shelf = new Shelf()
  return { store, shelf, storage: shelf as unknown as Storage }
}
afterEach(async () => {
  for (const store of stores) await store.close()
  await Dexie.delete('efferent-photos')
})

describe('what earlier versions kept on a device', () => {
  it('is brought over once, in order, readable, with its author and what it had seen; and is gone there', async () => {
    const { store, shelf, storage } = fresh()
    shelf.setItem(`efferent.outbox.${job}`, JSON.stringify([older(1), older(2)]))
    shelf.setItem('efferent.units', 'us')
    await store.bringOver(storage)
    const rows = await store.listEntries()
    expect(rows.map(({ id }) => id)).toEqual([idOf(1), idOf(2)])
    expect(readKept(rows[0])).toMatchObject({
      ok: true,
      value: { v: 2, entry: { by: older(1).event.by.id, seen: 3, command: { type: 'noteWritten', text: 'note 1' } } },
    })
    expect([...shelf.kept.keys()]).toEqual(['efferent.units'])
    await store.bringOver(storage)
    expect(await store.listEntries()).toHaveLength(2)
  })
  it('an entry that a page of version 3 signed is sent to the letter, and shown as it reads today', async () => {
    const { store } = fresh()
    const { event, basedOn } = older(1)
    const proof = { signIn: '01890000-0000-4000-8000-00000000000c', mac: 'x'.repeat(43) }
    const entry = { v: 3, id: event.id, at: event.at, device: event.device, seen: basedOn, by: event.by.id, proof }
    const said = { type: 'stepDone', step: 'prepare' }
    await store.addEntry({
      v: 2,
      id: event.id,
      job,
      entry: { ...entry, command: said },
      event: { ...event, v: 3, seen: basedOn, body: said },
      words: 'Car made ready',
    } as never)
    const read = readKept((await store.listEntries())[0])
    expect(read).toMatchObject({ ok: true, value: { event: { v: 4, body: { type: 'prepared' } } } })
    expect(read.ok && read.value.entry).toEqual({ ...entry, command: said })
    expect(readKept({ ...(await store.listEntries())[0], entry: { ...entry, command: { type: 'teleported' } } })).toMatchObject({
      ok: false,
    })
  })
  it('a photo not made small yet keeps what it is of', async () => {
    const old = new Dexie('efferent-test-photos')
    old.version(1).stores({ entries: '++n, &id, job', photos: 'id, job', keys: 'person' })
    await old.table('photos').bulkAdd([
      { id: 'a', job, raw: { step: 'off:tray' } },
      { id: 'b', job },
    ])
    old.close()
    const store = new DeviceStore('efferent-test-photos')
    stores.push(store)
    expect(await store.listPhotos()).toEqual([
      { id: 'a', job, raw: { step: { kind: 'off', target: 'tray' } } },
      { id: 'b', job },
    ])
  })
  it('cut off between here and there, nothing is doubled', async () => {
    const { store, shelf, storage } = fresh()
    shelf.setItem(`efferent.outbox.${job}`, JSON.stringify([older(1)]))
    await store.bringOver(storage)
    // The page ended before the old place was emptied: it is found there again, with one more.
    shelf.setItem(`efferent.outbox.${job}`, JSON.stringify([older(1), older(2)]))
    await store.bringOver(storage)
    expect((await store.listEntries()).map(({ id }) => id)).toEqual([idOf(1), idOf(2)])
  })
  it.each(['not json', 'null', '{}', '[null, 3, {"event": {}}, {"event": {"id": 4, "job": "x"}}]'])(
    'what is no list of entries breaks nothing: %s',
    async text => {
      const { store, shelf, storage } = fresh()
      shelf.setItem(`efferent.outbox.${job}`, text)
      await store.bringOver(storage)
      expect(await store.listEntries()).toEqual([])
    },
  )
  it('photos come out of a database of their own, which is then gone', async () => {
    const { store, storage } = fresh()
    const before = new Dexie('efferent-photos')
    before.version(1).stores({ waiting: 'id' })
    await before.table('waiting').bulkPut([{ id: idOf(3), job, picture: new Blob(['x']) }])
    before.close()
    await store.bringOver(storage)
    expect((await store.listPhotos()).map(photo => photo.id)).toEqual([idOf(3)])
    expect(await Dexie.exists('efferent-photos')).toBe(false)
  })
})

describe('a store that takes nothing', () => {
  it('says what to do: free space where it is full, something else otherwise', () => {
    expect(notKeptWords(new StoreFault(new DOMException('', 'QuotaExceededError')))).toMatch(/full.*Free some space/)
    expect(notKeptWords(new StoreFault(new DOMException('', 'InvalidStateError')))).toMatch(/private mode/)
    expect(notKeptWords(undefined)).toMatch(/private mode/)
  })
  it('is told apart from a picture that is none', () => {
    expect(isStoreFault(new StoreFault('full'))).toBe(true)
    expect(isStoreFault(new Error('no picture'))).toBe(false)
  })
  it('one id is one row: a second of it is refused as a whole, and what was there stays', async () => {
    const { store } = fresh()
    await store.addEntry({ id: idOf(1), job } as never)
    await expect(store.addEntry({ id: idOf(1), job } as never)).rejects.toBeInstanceOf(StoreFault)
    expect((await store.listEntries()).map(({ id }) => id)).toEqual([idOf(1)])
  })
})

describe('two tabs', () => {
  it('each sees what the other keeps, marks and lets go, from the moment it follows until it stops', async () => {
    const { store } = fresh()
    const other = new DeviceStore(store.name)
    stores.push(other)
    let seen: string[] = []
    const stop = other.followEntries(rows => (seen = rows.map(row => `${row.id.slice(-1)}${row.refused ? '!' : ''}`)))
    await store.addEntry({ id: idOf(1), job } as never)
    await store.addEntry({ id: idOf(2), job } as never)
    await vi.waitFor(() => expect(seen).toEqual(['1', '2']))
    await store.markEntry(idOf(1), { refused: problem('JOB_UNKNOWN', 'gone') })
    await vi.waitFor(() => expect(seen).toEqual(['1!', '2']))
    await store.removeEntry(idOf(2))
    await vi.waitFor(() => expect(seen).toEqual(['1!']))
    stop()
    await store.removeEntry(idOf(1))
    expect(await other.listEntries()).toEqual([])
    expect(seen).toEqual(['1!'])
  })
  it('one that opens a newer version of the database waits for nobody; the older one says that it keeps nothing', async () => {
    const { store } = fresh()
    await store.addEntry({ id: idOf(1), job } as never)
    const newer = new Dexie(store.name)
    newer.version(9).stores({ entries: '++n, &id, job' })
    expect(await newer.table('entries').count()).toBe(1)
    await expect(store.addEntry({ id: idOf(2), job } as never)).rejects.toBeInstanceOf(StoreFault)
    newer.close()
  })
})

describe('what its earlier maker left', () => {
  it('is opened as it is, and can be opened by it again', async () => {
    const name = 'efferent-test-earlier'
    const earlier = () => {
      const db = new Dexie(name)
      db.version(1).stores({ entries: '++n, &id, job', photos: 'id, job', keys: 'person' })
      db.version(2)
      db.version(3).stores({ answers: 'path, at' })
      return db
    }
    const before = earlier()
    await before.table('entries').add({ id: idOf(1), job })
    await before.table('keys').add({ person: 'p', signIn: 's', key: 'k' })
    await before.table('answers').add({ path: '/api/x', at: 1, value: 7 })
    before.close()
    const store = new DeviceStore(name)
    stores.push(store)
    expect((await store.listEntries()).map(({ n, id }) => ({ n, id }))).toEqual([{ n: 1, id: idOf(1) }])
    expect(await store.findKey('p')).toEqual({ person: 'p', signIn: 's', key: 'k' })
    expect((await store.findAnswer('/api/x'))?.value).toBe(7)
    await store.addEntry({ id: idOf(2), job } as never)
    await store.close()
    const after = earlier()
    expect(await after.table('entries').orderBy('n').primaryKeys()).toEqual([1, 2])
    after.close()
  })
})
