/** Is this a time zone (IANA) that this machine can tell the time in? */
export function isZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone })
    return true
  } catch {
    return false
  }
}

/** The zone of the machine or the device this runs on. */
export const ownZone = (): string => new Intl.DateTimeFormat().resolvedOptions().timeZone

const writers = new Map<string, Intl.DateTimeFormat>()
/** One writer a zone: making one takes longer than using it a hundred times. Swedish writes the date as ISO 8601 does. */
function writerOf(zone: string): Intl.DateTimeFormat {
  const known = writers.get(zone)
  if (known) return known
  const made = new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short', timeStyle: 'short' })
  writers.set(zone, made)
  return made
}

/** A moment as a workshop writes it, by the clock on its wall: day and minute. The zone is named once beside the whole. */
export const momentWords = (iso: string, zone: string): string => writerOf(zone).format(new Date(iso))
