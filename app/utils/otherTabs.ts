/** What the tabs of this browser tell each other of who is signed in: one truth for all of them. `person`: nobody, where it is absent. */
export type SignedInNow = { person?: string }

/**
 * Tells the other tabs, and hears from them. The server's word is last: whoever hears of a change holds nobody for signed in until it has
 * said who is. Without channels (an old browser) each tab learns it from the server's next answer.
 */
export function betweenTabs(hear: (now: SignedInNow) => void): { tell: (now: SignedInNow) => void; close: () => void } {
  if (typeof BroadcastChannel === 'undefined') return { tell: () => {}, close: () => {} }
  const channel = new BroadcastChannel('efferent-signed-in')
  channel.onmessage = ({ data }: MessageEvent<SignedInNow>) => hear(data)
  return { tell: now => channel.postMessage(now), close: () => channel.close() }
}
