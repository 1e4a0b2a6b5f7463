import { createEventStream, type H3Event } from 'h3'
import { feed, openStreams, type Ended } from './feed'
import { signedInBy } from './session'

export type StreamMessage = { id?: string; event: string; data: string }

/**
 * A server-sent event stream that pumps: `next` reads what the follower has not seen and is called once at the start, on every wake-up that
 * `concerns` it and after the database has been away, never twice at once. A heartbeat lets both ends notice a dead line.
 */
export function pumpStream(
  event: H3Event,
  concerns: (jobId: string) => boolean,
  next: (woke: string | undefined) => Promise<StreamMessage[]>,
) {
  const stream = createEventStream(event)
  let running = false
  const waiting: (string | undefined)[] = []
  const pump = async (woke?: string) => {
    waiting.push(woke)
    if (running) return
    running = true
    try {
      while (waiting.length > 0) {
        const messages = await next(waiting.shift())
        for (const message of messages) await stream.push(message)
      }
    } catch {
      // The database went away mid-read: the follower is told, and `resync` reads on from the same place.
      await stream.push({ event: 'lost', data: '{}' })
    } finally {
      running = false
    }
  }
  const onJob = ({ id }: { id: string }) => void (concerns(id) && pump(id))
  const onResync = () => void stream.push({ event: 'back', data: '{}' }).then(() => pump())
  const onLost = () => void stream.push({ event: 'lost', data: '{}' })
  const beat = setInterval(() => void stream.push({ event: 'beat', data: new Date().toISOString() }), 15_000)
  const close = () => void stream.close()
  // Whose word opened this: when it counts no more, nothing more is told.
  const mine = signedInBy(event)
  const onEnded = ({ signIn, person }: Ended) => (signIn === mine?.signIn || person === mine?.person) && close()
  feed.on('ended', onEnded)
  feed.on('job', onJob)
  feed.on('resync', onResync)
  feed.on('lost', onLost)
  openStreams.add(close)
  stream.onClosed(async () => {
    clearInterval(beat)
    feed.off('job', onJob)
    feed.off('resync', onResync)
    feed.off('lost', onLost)
    feed.off('ended', onEnded)
    openStreams.delete(close)
  })
  void pump()
  return stream.send()
}
