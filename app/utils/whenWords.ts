/** A moment as this device writes it: the day, and the time to the minute. */
export const whenWords = (iso: string): string => new Date(iso).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })
