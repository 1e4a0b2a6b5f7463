import { shallowRef } from 'vue'
import { ownZone } from '#shared/words/momentWords'

/** The shop's zone, once the server has said it; until then the device's own. One truth for page, print and PDF. */
export const shopZone = shallowRef(ownZone())

const writers = new Map<string, Intl.DateTimeFormat>()
/** A moment by the clock on the shop's wall, in the way this device writes a date: the day, and the time to the minute. */
export function whenWords(iso: string, dateStyle: 'short' | 'medium' = 'medium'): string {
  const key = `${shopZone.value} ${dateStyle}`
  // One writer for all rows: making one takes longer than using it a hundred times.
  const writer = writers.get(key) ?? new Intl.DateTimeFormat(undefined, { timeZone: shopZone.value, dateStyle, timeStyle: 'short' })
  writers.set(key, writer)
  return writer.format(new Date(iso))
}
