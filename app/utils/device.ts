import { v7 } from 'uuid'

/** This browser's name in the record; made once and kept. */
export function deviceId(): string {
  const key = 'efferent.device'
  const known = localStorage.getItem(key)
  if (known) return known
  const fresh = `tablet-${v7().slice(-6)}`
  localStorage.setItem(key, fresh)
  return fresh
}
