// A workshop read back from a backup has another history than the one this device knows: the same numbers may stand for other entries.
// Every answer and stream of the server says which one it serves.
const key = 'efferent-epoch'
const isId = /^[0-9a-f-]{36}$/

/** What this page goes by; where it has heard nobody yet, what was kept on this device. */
let mine: string | undefined
const stored = (): string | undefined => {
  try {
    return localStorage.getItem(key) ?? undefined
  } catch {
    return undefined
  }
}
export const knownEpoch = (): string | undefined => mine ?? stored()

let begin: () => void = () => {}
/** Called when the server serves another history than what is shown here comes from. */
export const onNewEpoch = (handle: () => void): void => void (begin = handle)

export function hearEpoch(id: unknown): void {
  if (typeof id !== 'string' || !isId.test(id) || id === mine) return
  const before = knownEpoch()
  mine = id
  try {
    localStorage.setItem(key, id)
  } catch {
    // It is heard again with the next answer.
  }
  if (before !== undefined && before !== id) begin()
}
