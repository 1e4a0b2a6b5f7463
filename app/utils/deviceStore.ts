import { deleteDB, openDB, type DBSchema, type IDBPDatabase, type IDBPObjectStore, type StoreNames } from 'idb'
import type { StepRef } from '#core/job/steps/stepKinds'
import type { Problem } from '#shared/errors'
import { stepOfText } from '#shared/schemas/bodyOfVersion4'
import type { KeptEntry } from './keptEntry'

/** A photo taken here that the server does not have yet. `raw`: as the camera gave it, not made small yet, and what its entry will say. */
export type KeptPhoto = { id: string; job: string; picture: Blob; raw?: { step?: StepRef; caption?: string }; refused?: string }
export type RawPhoto = KeptPhoto & Required<Pick<KeptPhoto, 'raw'>>
/** What this device signs with while a person is signed in on it. */
export type KeptKey = { person: string; signIn: string; key: string }

/**
 * An answer of the server as it came, by its path, and when by this device's clock: read again while nobody answers, and held against its
 * schema like any answer.
 */
export type KeptAnswer = { path: string; at: number; value: unknown }
/** Answers kept at most; the oldest go first. */
export const mostAnswers = 300

/** A row of the queue as it lies there: read (readKept) before anything is made of it. */
type EntryRow = { n: number; id: string; job: string } & Record<string, unknown>

interface Stores extends DBSchema {
  entries: { key: number; value: EntryRow; indexes: { id: string; job: string } }
  photos: { key: string; value: KeptPhoto; indexes: { job: string } }
  keys: { key: string; value: KeptKey }
  answers: { key: string; value: KeptAnswer; indexes: { at: number } }
}
type Store<Name extends StoreNames<Stores>> = IDBPObjectStore<Stores, [Name], Name, 'readwrite'>

/** Versions 1 to 3 were counted in tens by what opened them then. */
const versions = { first: 10, photoSteps: 20, answers: 30 } as const

/** The device keeps nothing at the moment. `inner`: what it said. */
export class StoreFault extends Error {
  override readonly name = 'StoreFault'
  constructor(readonly inner: unknown) {
    super(`this device keeps nothing: ${inner instanceof Error ? inner.message : 'it did not say why'}`)
  }
}

/**
 * This device's own database: what waits to be sent and the keys it is signed with. A write is on the disk, not only in memory, before it
 * is done (`strict`), and it is done before the screen moves: what somebody has seen recorded is kept. Throws StoreFault only.
 */
export class DeviceStore {
  #opening: Promise<IDBPDatabase<Stores>> | undefined
  /** The other tabs of this browser, told of every change to the queue. */
  readonly #tabs: BroadcastChannel
  readonly #followers = new Set<() => void>()

  constructor(readonly name = 'efferent') {
    this.#tabs = new BroadcastChannel(`${name}-entries`)
    this.#tabs.onmessage = () => this.#tellHere()
  }

  /** Opened when it is first asked, and again after it was lost: by a newer version in another tab, or by the browser. */
  #open(): Promise<IDBPDatabase<Stores>> {
    const opening = (this.#opening ??= openDB<Stores>(this.name, versions.answers, {
      async upgrade(db, from, _to, transaction) {
        if (from < versions.first) {
          const entries = db.createObjectStore('entries', { keyPath: 'n', autoIncrement: true })
          entries.createIndex('id', 'id', { unique: true })
          entries.createIndex('job', 'job')
          db.createObjectStore('photos', { keyPath: 'id' }).createIndex('job', 'job')
          db.createObjectStore('keys', { keyPath: 'person' })
        }
        if (from < versions.answers) db.createObjectStore('answers', { keyPath: 'path' }).createIndex('at', 'at')
        if (from < versions.first || from >= versions.photoSteps) return
        // Version 1 named the step of a photo by a text.
        for (let at = await transaction.objectStore('photos').openCursor(); at; at = await at.continue()) {
          const { raw } = at.value
          // Every kind that version 4 had is one still.
          const step = stepOfText(raw?.step) as StepRef | undefined
          if (raw && typeof raw.step === 'string') await at.update({ ...at.value, raw: { ...raw, step } })
        }
      },
      blocking: () => this.#let(opening),
      terminated: () => this.#let(opening),
    }))
    opening.catch(() => this.#let(opening))
    return opening
  }
  #let(opening: Promise<IDBPDatabase<Stores>>): void {
    if (this.#opening === opening) this.#opening = undefined
    void opening.then(db => db.close()).catch(() => {})
  }

  async #read<T>(work: (db: IDBPDatabase<Stores>) => Promise<T>): Promise<T> {
    try {
      return await work(await this.#open())
    } catch (error) {
      throw new StoreFault(error)
    }
  }
  /** One transaction: all of it is on the disk, or none. */
  #write<Name extends StoreNames<Stores>, T>(name: Name, work: (store: Store<Name>) => Promise<T>): Promise<T> {
    return this.#read(async db => {
      const transaction = db.transaction(name, 'readwrite', { durability: 'strict' })
      const written = await Promise.allSettled([work(transaction.store), transaction.done])
      // A full disk is said by the whole more often than by the one request.
      const [one, whole] = written
      if (whole.status === 'rejected') throw whole.reason
      if (one.status === 'rejected') throw one.reason
      return one.value
    })
  }
  async #writeEntries<T>(work: (store: Store<'entries'>) => Promise<T>): Promise<T> {
    const written = await this.#write('entries', work)
    this.#tabs.postMessage('moved')
    this.#tellHere()
    return written
  }
  #tellHere(): void {
    for (const tell of this.#followers) tell()
  }

  /** Oldest first. What cannot be read is among them, as it lies there. */
  listEntries = (): Promise<EntryRow[]> => this.#read(db => db.getAll('entries'))
  addEntry = async (kept: KeptEntry): Promise<KeptEntry> => ({ ...kept, n: await this.#writeEntries(entries => entries.add(rowOf(kept))) })
  removeEntry = (id: string): Promise<void> =>
    this.#writeEntries(async entries => {
      const key = await entries.index('id').getKey(id)
      if (key !== undefined) await entries.delete(key)
    })
  markEntry = (id: string, { refused }: { refused: Problem }): Promise<void> =>
    this.#writeEntries(async entries => {
      const row = await entries.index('id').get(id)
      if (row) await entries.put({ ...row, refused })
    })
  /** Calls with the whole queue now and whenever any tab changes it. Gives back how to stop. */
  followEntries(seen: (rows: EntryRow[]) => void): () => void {
    const tell = () =>
      void this.listEntries().then(
        rows => this.#followers.has(tell) && seen(rows),
        () => {},
      )
    this.#followers.add(tell)
    tell()
    return () => void this.#followers.delete(tell)
  }

  /** In the order of their ids, which is that of their taking. */
  listPhotos = (): Promise<KeptPhoto[]> => this.#read(db => db.getAll('photos'))
  keepPhoto = (photo: KeptPhoto): Promise<unknown> => this.#write('photos', photos => photos.put(photo))
  refusePhoto = (id: string, refused: string): Promise<void> =>
    this.#write('photos', async photos => {
      const photo = await photos.get(id)
      if (photo) await photos.put({ ...photo, refused })
    })
  removePhoto = (id: string): Promise<void> => this.#write('photos', photos => photos.delete(id))

  keepKey = (key: KeptKey): Promise<unknown> => this.#write('keys', keys => keys.put(key))
  findKey = (person: string): Promise<KeptKey | undefined> => this.#read(db => db.get('keys', person))
  removeKey = (person: string): Promise<void> => this.#write('keys', keys => keys.delete(person))

  /** Keeps an answer, and lets the oldest go where there are too many. */
  keepAnswer = (answer: KeptAnswer): Promise<void> =>
    this.#write('answers', async answers => {
      await answers.put(answer)
      const over = (await answers.count()) - mostAnswers
      if (over <= 0) return
      const oldest = (await answers.index('at').getAllKeys()).slice(0, over)
      await Promise.all(oldest.map(path => answers.delete(path)))
    })
  findAnswer = (path: string): Promise<KeptAnswer | undefined> => this.#read(db => db.get('answers', path))
  changeAnswer = (path: string, change: (value: unknown) => unknown): Promise<void> =>
    this.#write('answers', async answers => {
      const answer = await answers.get(path)
      if (answer) await answers.put({ ...answer, value: change(answer.value) })
    })
  /** Those whose path begins so. */
  listAnswers = (under: string): Promise<KeptAnswer[]> => this.#read(db => db.getAll('answers', IDBKeyRange.bound(under, `${under}\uffff`)))
  listAnswerPaths = (): Promise<string[]> => this.#read(db => db.getAllKeys('answers'))
  clearAnswers = (): Promise<void> => this.#write('answers', answers => answers.clear())

  /**
   * Brings over what earlier versions of the program kept elsewhere: entries in localStorage, photos in a database of their own. What is
   * brought over is gone there only after it is here.
   */
  async bringOver(storage: Storage): Promise<void> {
    const prefix = 'efferent.outbox.'
    const keys = Array.from({ length: storage.length }, (_, i) => storage.key(i)).filter(key => key?.startsWith(prefix))
    for (const key of keys as string[]) {
      const rows = parseList(storage.getItem(key))
      await this.#writeEntries(async entries => {
        for (const row of rows) if ((await entries.index('id').count(row.id)) === 0) await entries.add(rowOf(row))
      })
      storage.removeItem(key)
    }
    const photos = await this.#read(readBefore)
    if (!photos) return
    await this.#write('photos', store => Promise.all(photos.map(photo => store.put(photo))))
    await deleteDB(photosBefore)
  }

  /** Nothing more is asked of it. */
  async close(): Promise<void> {
    this.#tabs.close()
    await this.#opening?.then(db => db.close()).catch(() => {})
  }
}

/** A row without its number yet: the store gives it one. */
const rowOf = (row: object) => ({ ...row }) as EntryRow

const photosBefore = 'efferent-photos'
/** Photos as the first version kept them; undefined: it kept none on this device. */
async function readBefore(): Promise<KeptPhoto[] | undefined> {
  if (!(await indexedDB.databases()).some(({ name }) => name === photosBefore)) return undefined
  const before = await openDB(photosBefore)
  const photos: KeptPhoto[] = before.objectStoreNames.contains('waiting') ? await before.getAll('waiting') : []
  before.close()
  return photos
}

/** Entries of version 1, with the id and job they are found by; what is no list of those is none of ours. */
function parseList(text: string | null): ({ id: string; job: string } & object)[] {
  try {
    const list: unknown = JSON.parse(text ?? '[]')
    return (Array.isArray(list) ? list : []).flatMap((row: { event?: { id?: unknown; job?: unknown } } | null) =>
      typeof row?.event?.id === 'string' && typeof row.event.job === 'string' ? [{ ...row, id: row.event.id, job: row.event.job }] : [],
    )
  } catch {
    return []
  }
}

let store: DeviceStore | undefined
export const deviceStore = (): DeviceStore => (store ??= new DeviceStore())

/** Why a write was not done, for a person. */
export const notKeptWords = (error: unknown): string => {
  const names = [error, (error as { inner?: unknown } | null)?.inner].map(one => (one as { name?: string } | null)?.name)
  return names.includes('QuotaExceededError')
    ? 'This device is full: nothing was recorded. Free some space on it (old photos, downloads), then press again.'
    : 'This device does not keep anything at the moment: nothing was recorded. Close other tabs, or leave private mode, then press again.'
}

/** Whether it was this device's store that failed, rather than what was to be kept. */
export const isStoreFault = (error: unknown): boolean => error instanceof StoreFault
