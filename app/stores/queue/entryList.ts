import { computed, ref, shallowRef } from 'vue'
import type { Problem } from '#shared/errors'
import type { Reading } from '#shared/versioned'
import type { KeptEntry } from '~/utils/keptEntry'

const neverRead = (): never => {
  throw new RangeError('an empty list has nothing to read')
}

/** The entries that this device keeps, as its store lists them and as this tab adds to them. */
export function entryList() {
  const entries = shallowRef<readonly KeptEntry[]>([])
  /** Rows of this device that cannot be read, as text: shown, and never thrown away unread. */
  const unreadable = shallowRef<readonly { id: string; text: string }[]>([])
  const waiting = computed(() => entries.value.filter(kept => !kept.refused))
  const refused = computed(() => entries.value.filter(kept => kept.refused))
  /** Why an entry is not taken for the moment although everybody answers, by id. */
  const held = ref<Readonly<Record<string, Problem>>>({})
  /** Kept by this tab, and not in any list yet. */
  const unlisted = new Map<string, KeptEntry>()
  function show(rows: readonly unknown[], readKept: (row: unknown) => Reading<KeptEntry>): void {
    const read = rows.map(row => ({ row, reading: readKept(row) }))
    const listed = read.flatMap(({ reading }) => (reading.ok ? [reading.value] : []))
    for (const { id } of listed) unlisted.delete(id)
    // A list read before this tab wrote may come after: what was just kept is kept all the same.
    entries.value = [...listed, ...unlisted.values()]
    // Another tab may have got through with what was held here.
    const isKept = (id: string) => entries.value.some(kept => kept.id === id)
    if (!Object.keys(held.value).every(isKept)) held.value = Object.fromEntries(Object.entries(held.value).filter(([id]) => isKept(id)))
    unreadable.value = read.flatMap(({ row, reading }) =>
      reading.ok ? [] : [{ id: (row as { id: string }).id, text: JSON.stringify(row, undefined, 1) }],
    )
  }
  let reading: Promise<typeof import('~/utils/readQueue')> | undefined
  /** What reads the queue is fetched when something lies in it; asked for anew where it did not come. */
  const readers = () =>
    (reading ??= import('~/utils/readQueue').catch((error: unknown) => {
      reading = undefined
      throw error
    }))
  let turn: Promise<unknown> = Promise.resolve()
  /** Reads a list and shows it, after all that came before it; `first` in the same moment. Throws where what reads it cannot be fetched. */
  function see(rows: readonly unknown[], first = () => {}): Promise<void> {
    const run = turn.then(async () => {
      const { readKept } = rows.length > 0 ? await readers() : { readKept: neverRead }
      first()
      show(rows, readKept)
    })
    turn = run.catch(() => {})
    return run
  }
  /** Shown before the store has told all tabs of it. */
  function add(stored: KeptEntry): void {
    if (entries.value.some(({ id }) => id === stored.id)) return
    unlisted.set(stored.id, stored)
    entries.value = [...entries.value, stored]
  }
  function drop(id: string): void {
    unlisted.delete(id)
    entries.value = entries.value.filter(kept => kept.id !== id)
    const { [id]: _gone, ...others } = held.value
    held.value = others
    unreadable.value = unreadable.value.filter(row => row.id !== id)
  }
  return { entries, unreadable, waiting, refused, held, unlisted, readers, see, add, drop }
}
