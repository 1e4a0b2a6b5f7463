import Dexie, { liveQuery, type EntityTable } from 'dexie'
import type { StepRef } from '#core/job/stepKinds'
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

/**
 * This device's own database: what waits to be sent and the keys it is signed with. A write is on the disk, not only in memory, before it
 * is done (`strict`), and it is done before the screen moves: what somebody has seen recorded is kept.
 */
export class DeviceStore extends Dexie {
  readonly entries!: EntityTable<EntryRow, 'n'>
  readonly photos!: EntityTable<KeptPhoto, 'id'>
  readonly keys!: EntityTable<KeptKey, 'person'>
  readonly answers!: EntityTable<KeptAnswer, 'path'>

  constructor(name = 'efferent') {
    super(name, { chromeTransactionDurability: 'strict' })
    this.version(1).stores({ entries: '++n, &id, job', photos: 'id, job', keys: 'person' })
    // Version 1 named the step of a photo by a text.
    this.version(2).upgrade(upgrade =>
      upgrade
        .table<KeptPhoto>('photos')
        .toCollection()
        .modify(({ raw }) => {
          if (raw && typeof raw.step === 'string') raw.step = stepOfText(raw.step)
        }),
    )
    this.version(3).stores({ answers: 'path, at' })
  }

  /** Oldest first. What cannot be read is among them, as it lies there. */
  listEntries = (): Promise<EntryRow[]> => this.entries.orderBy('n').toArray()

  addEntry = async (kept: KeptEntry): Promise<KeptEntry> => ({ ...kept, n: await this.entries.add({ ...kept } as never) })
  removeEntry = (id: string): Promise<number> => this.entries.where('id').equals(id).delete()
  markEntry = (id: string, change: Pick<KeptEntry, 'refused'>): Promise<number> =>
    this.entries
      .where('id')
      .equals(id)
      .modify(change as never)

  /** Keeps an answer, and lets the oldest go where there are too many. */
  async keepAnswer(answer: KeptAnswer): Promise<void> {
    await this.answers.put(answer)
    const over = (await this.answers.count()) - mostAnswers
    if (over > 0) await this.answers.bulkDelete(await this.answers.orderBy('at').limit(over).primaryKeys())
  }

  /** Calls with the whole queue now and whenever any tab changes it. Gives back how to stop. */
  followEntries(seen: (rows: EntryRow[]) => void): () => void {
    const subscription = liveQuery(this.listEntries).subscribe({ next: seen, error: () => {} })
    return () => subscription.unsubscribe()
  }

  /**
   * Brings over what earlier versions of the program kept elsewhere: entries in localStorage, photos in a database of their own. What is
   * brought over is gone there only after it is here.
   */
  async bringOver(storage: Storage): Promise<void> {
    const prefix = 'efferent.outbox.'
    const keys = Array.from({ length: storage.length }, (_, i) => storage.key(i)).filter(key => key?.startsWith(prefix))
    for (const key of keys as string[]) {
      const rows = parseList(storage.getItem(key))
      await this.transaction('rw', this.entries, async () => {
        for (const row of rows) if ((await this.entries.where('id').equals(row.id).count()) === 0) await this.entries.add(row as never)
      })
      storage.removeItem(key)
    }
    if (!(await Dexie.exists('efferent-photos'))) return
    const before = await new Dexie('efferent-photos').open()
    if (before.tables.some(table => table.name === 'waiting')) await this.photos.bulkPut(await before.table('waiting').toArray())
    await before.delete()
  }
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
export const isStoreFault = (error: unknown): boolean => error instanceof Dexie.DexieError
