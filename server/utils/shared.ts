/**
 * One reading for all who ask for the same thing at the same time. `key` says what, down to the state it was asked for in: who asks for a
 * later state starts another.
 */
export function sharedReads<T>(): (key: string, read: () => Promise<T>) => Promise<T> {
  const running = new Map<string, Promise<T>>()
  return (key, read) => {
    const known = running.get(key)
    if (known) return known
    const started = read().finally(() => running.delete(key))
    running.set(key, started)
    return started
  }
}
