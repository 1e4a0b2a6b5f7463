import { once } from 'node:events'
import type { ServerResponse } from 'node:http'
import { createEventStream, type H3Event } from 'h3'
import { limits } from '../../shared/limits'
import { epochNow, forgetEpoch } from './epoch'
import { feed, openStreams, type Ended } from './feed'
import { ProblemError } from './problemError'
import { toProblem } from './route'
import { deviceOf, signedInBy } from './session'

export type StreamMessage = { id?: string; event: string; data: string }

const beatMs = 15_000
/** A follower that has taken nothing for so long is let go; when it comes back it reads on from where it stood. */
const stalledMs = 30_000
/** More jobs moved than one follower can be told of one by one: it is told the whole again. */
const mostWaiting = 200

/** Open streams by whose they are: a sign-in's, a device's. */
const open = new Map<string, number>()
/** Takes one of the streams each of these may have; gives back how to give it back. Nobody else's are counted with them. */
function takeStream(owners: readonly [string, number][]): () => void {
  const over = owners.find(([owner, most]) => (open.get(owner) ?? 0) >= most)
  if (over)
    throw new ProblemError(
      'SERVER_BUSY',
      `${over[1]} pages of yours follow the workshop already. Close some of them, then reload this one.`,
      { headers: { 'retry-after': '30' } },
    )
  for (const [owner] of owners) open.set(owner, (open.get(owner) ?? 0) + 1)
  return () => {
    for (const [owner] of owners) {
      const left = open.get(owner)! - 1
      if (left === 0) open.delete(owner)
      else open.set(owner, left)
    }
  }
}

/** Until what was written before has left for the follower, or the line is gone: otherwise it would pile up in memory. */
async function taken(res: ServerResponse): Promise<void> {
  if (!res.writableNeedDrain || res.closed) return
  const over = new AbortController()
  const wait = (name: 'drain' | 'close') => once(res, name, { signal: over.signal })
  await Promise.race([wait('drain'), wait('close')]).catch(() => {})
  over.abort()
}

/**
 * A server-sent event stream that pumps: `next` reads what the follower has not seen and is called once at the start, on every wake-up that
 * `concerns` it and after the database has been away, never twice at once. A job that moves ten times while the follower is busy is read
 * once. A heartbeat lets both ends notice a dead line; what a follower does not take is never more than one message.
 */
export async function pumpStream(
  event: H3Event,
  concerns: (jobId: string) => boolean,
  next: (woke: { id: string; seq: number } | undefined) => AsyncIterable<StreamMessage>,
) {
  const mine = signedInBy(event)
  const device = await deviceOf(event)
  const { res } = event.node
  // Nobody is there any more to give it back.
  if (res.closed) throw new ProblemError('SERVER_BUSY', 'Nobody waits for this any more.')
  const giveBack = takeStream([
    [`sign-in ${mine?.signIn}`, limits.streams.signIn],
    ...(device ? [[`device ${device}`, limits.streams.device] satisfies [string, number]] : []),
  ])
  res.once('close', giveBack)
  const stream = createEventStream(event)
  let running = false
  let whole = true
  const moved = new Map<string, number>()
  let pushing: number | undefined
  const push = async (message: StreamMessage) => {
    pushing ??= Date.now()
    try {
      await taken(res)
      await stream.push(message)
    } finally {
      pushing = undefined
    }
  }
  const take = (): { id: string; seq: number } | undefined => {
    if (whole) {
      whole = false
      moved.clear()
      return undefined
    }
    const [id, seq] = moved.entries().next().value!
    moved.delete(id)
    return { id, seq }
  }
  const pump = async () => {
    if (running) return
    running = true
    try {
      while (whole || moved.size > 0) for await (const message of next(take())) await push(message)
    } catch (error) {
      // Where the database went away, `resync` reads on from the same place. What cannot be read now is read again with the next wake-up.
      const { code, detail } = toProblem(error).problem
      whole ||= code !== 'DATABASE_GONE'
      await push(code === 'DATABASE_GONE' ? { event: 'lost', data: '{}' } : { event: 'unread', data: JSON.stringify({ detail }) })
    } finally {
      running = false
    }
  }
  const onJob = ({ id, seq }: { id: string; seq: number }) => {
    if (!concerns(id)) return
    moved.set(id, Math.max(seq, moved.get(id) ?? 0))
    whole ||= moved.size > mostWaiting
    void pump()
  }
  /** Before anything else: what follows may be of another history than the follower has. */
  const sayEpoch = async () => {
    const epoch = await epochNow().catch(() => undefined)
    if (epoch) await push({ event: 'epoch', data: JSON.stringify({ id: epoch }) })
  }
  const onResync = () => {
    whole = true
    forgetEpoch()
    void sayEpoch()
      .then(() => push({ event: 'back', data: '{}' }))
      .then(pump)
  }
  const onLost = () => void push({ event: 'lost', data: '{}' })
  const close = () => void stream.close()
  const beat = setInterval(() => {
    if (pushing === undefined) void push({ event: 'beat', data: new Date().toISOString() })
    else if (Date.now() - pushing > stalledMs) drop()
  }, beatMs)
  // A line that takes nothing is not closed by asking it to: what lies in its buffer would have to go first.
  const drop = () => event.node.req.socket.destroy()
  // Whose word opened this: when it counts no more, nothing more is told.
  const onEnded = ({ signIn, person }: Ended) => (signIn === mine?.signIn || person === mine?.person) && close()
  feed.on('job', onJob)
  feed.on('resync', onResync)
  feed.on('lost', onLost)
  feed.on('ended', onEnded)
  openStreams.add(close)
  stream.onClosed(async () => {
    clearInterval(beat)
    feed.off('job', onJob)
    feed.off('resync', onResync)
    feed.off('lost', onLost)
    feed.off('ended', onEnded)
    openStreams.delete(close)
  })
  // At once, or a browser would not know before the first beat that it is connected.
  void sayEpoch()
    .then(() => push({ event: 'beat', data: new Date().toISOString() }))
    .then(pump)
  return stream.send()
}
