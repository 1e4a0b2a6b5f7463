const chains = new Map<string, Promise<void>>()

/**
 * Runs `work` when nobody else does: no other tab of this browser (Web Locks) and nothing before it in this one. Without Web Locks (a shop
 * network without HTTPS) each tab sends for itself, one after the other, and the server takes every entry once.
 */
export async function withSendLock(name: string, work: () => Promise<void>): Promise<void> {
  if (typeof navigator !== 'undefined' && navigator.locks) return navigator.locks.request(`efferent-${name}`, work)
  const mine = (chains.get(name) ?? Promise.resolve()).then(work)
  chains.set(
    name,
    mine.catch(() => {}),
  )
  return mine
}
