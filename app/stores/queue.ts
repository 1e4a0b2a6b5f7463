import { defineStore } from 'pinia'
import { ref } from 'vue'
import { deviceStore, notKeptWords } from '~/utils/deviceStore'
import type { KeptEntry } from '~/utils/keptEntry'
import { useConnection } from './connection'
import { entryList } from './queue/entryList'
import { entrySender, type Taker } from './queue/sender'

/**
 * What was recorded on this device and waits to be on record: kept in the device's own database before anything shows it, sent by one tab
 * at a time, job by job and in order. Only the server's word that it has an entry, or its last word that it will never take it, takes it
 * out of the queue; a refused one stays to be read until somebody has read it.
 */
export const useQueue = defineStore('queue', () => {
  const connection = useConnection()
  const store = deviceStore()
  const list = entryList()
  const { entries, waiting, refused, held, unreadable, see } = list
  /** Why this device could not keep what was just pressed; nothing was recorded then. */
  const notKept = ref('')
  const takers = new Set<Taker>()

  const look = (rows: readonly unknown[]): Promise<void> => see(rows).catch(() => connection.report('no-server'))
  let ready: Promise<void> | undefined
  /** Once for each page: what earlier versions kept is brought over, the queue is read and followed. */
  const open = (): Promise<void> =>
    (ready ??= (async () => {
      try {
        await store.bringOver(localStorage)
        const seen = look(await store.listEntries())
        store.followEntries(rows => void look(rows))
        await seen
      } catch (error) {
        notKept.value = notKeptWords(error)
      }
    })())

  /** Keeps an entry on the disk of this device, then shows it. False: it could not be kept, and nothing is shown but that. */
  async function keep(kept: KeptEntry): Promise<boolean> {
    try {
      const stored = await store.addEntry(kept)
      notKept.value = ''
      // The store tells all tabs, this one too; the screen need not wait for that.
      list.add(stored)
      return true
    } catch (error) {
      notKept.value = notKeptWords(error)
      return false
    }
  }

  const forget = async (id: string): Promise<void> => {
    await store.removeEntry(id)
    list.drop(id)
  }

  const send = entrySender(list, takers, open, forget)

  /** Somebody has read that it was refused, or has copied what could not be read. */
  const dismiss = forget
  const onTaken = (take: Taker): (() => void) => {
    takers.add(take)
    return () => takers.delete(take)
  }

  return { entries, waiting, refused, held, unreadable, notKept, open, keep, send, dismiss, onTaken }
})
