import type { IncomingMessage } from 'node:http'
import type { H3Event } from 'h3'
import type { z } from 'zod'
import { limits } from '../../shared/limits'
import { issuesOf } from '../../shared/versioned'
import { whoAsks } from './asking'
import { parseJson } from './json'
import { ProblemError } from './problemError'
import { tooBusy } from './secret'

/** What is sent beyond a limit is let through to nowhere, so that nothing waits behind it on its connection; but not for ever. */
const discarded = { bytes: 64 * 1024 * 1024, milliseconds: 10_000 }
function discardRest(req: IncomingMessage): void {
  let left = discarded.bytes
  const end = () => req.socket.destroy()
  const timer = setTimeout(end, discarded.milliseconds)
  timer.unref()
  req.on('data', (chunk: Buffer) => (left -= chunk.length) < 0 && end())
  req.once('close', () => clearTimeout(timer))
  req.resume()
}

const { bodiesInHand } = limits
const inHand = { all: 0, by: new Map<string, number>() }
/**
 * Counts what large bodies take until they are answered: of one person so much, and of all so much. A small one is never turned away
 * because of another.
 */
function countBody(event: H3Event): { take: (bytes: number) => void } {
  const person = whoAsks()
  let mine = 0
  event.node.res.once('close', () => {
    const left = (inHand.by.get(person) ?? 0) - mine
    inHand.all -= mine
    if (left > 0) inHand.by.set(person, left)
    else inHand.by.delete(person)
  })
  return {
    take(bytes) {
      mine += bytes
      inHand.all += bytes
      const his = (inHand.by.get(person) ?? 0) + bytes
      inHand.by.set(person, his)
      if (his > bodiesInHand.each || inHand.all > bodiesInHand.all) throw tooBusy()
    },
  }
}

export function readBytes(event: H3Event, maxBytes: number): Promise<Buffer> {
  const { req } = event.node
  const chunks: Buffer[] = []
  let size = 0
  // Where it is said how much comes, it is written to its place as it comes, and lies there once.
  const stated = Number(req.headers['content-length'] ?? 0)
  const whole = stated > limits.bodyBytes && stated <= maxBytes ? Buffer.allocUnsafeSlow(stated) : undefined
  const counted = maxBytes > limits.bodyBytes ? countBody(event) : undefined
  return new Promise((done, fail) => {
    const refuse = (why: ProblemError) => {
      req.off('data', take)
      chunks.length = 0
      discardRest(req)
      fail(why)
    }
    const tooLarge = () => new ProblemError('REQUEST_TOO_LARGE', `At most ${Math.floor(maxBytes / 1024)} KiB are taken here. Split it.`)
    const take = (chunk: Buffer) => {
      size += chunk.length
      if (size > (whole?.length ?? maxBytes)) return refuse(tooLarge())
      if (whole) chunk.copy(whole, size - chunk.length)
      else chunks.push(chunk)
      try {
        if (!whole) counted?.take(chunk.length)
      } catch (error) {
        refuse(error as ProblemError)
      }
    }
    if (stated > maxBytes) return refuse(tooLarge())
    try {
      // What is said to come is counted before any of it does.
      if (whole) counted?.take(whole.length)
    } catch (error) {
      return refuse(error as ProblemError)
    }
    req.on('data', take)
    req.once('end', () => done(whole?.subarray(0, size) ?? Buffer.concat(chunks)))
    req.once('error', () => gone())
    // After its end this changes nothing; before it, nobody will hear the rest.
    const gone = () => fail(new ProblemError('REQUEST_BODY', 'The request ended before all of it had come. Send it again.'))
    if (req.destroyed) return gone()
    req.once('close', gone)
  })
}

export async function readJson(event: H3Event, maxBytes: number = limits.bodyBytes): Promise<unknown> {
  return parseJson((await readBytes(event, maxBytes)).toString('utf8'))
}

export function parseWith<S extends z.ZodType>(schema: S, value: unknown): z.output<S> {
  const parsed = schema.safeParse(value)
  if (parsed.success) return parsed.data
  const errors = issuesOf(parsed.error)
  throw new ProblemError(
    'REQUEST_BODY',
    errors
      .map(({ path, message }) => (path ? `${path}: ${message}` : message))
      .slice(0, 3)
      .join('; '),
    { errors },
  )
}

export const readBodyWith = async <S extends z.ZodType>(event: H3Event, schema: S, maxBytes?: number): Promise<z.output<S>> =>
  parseWith(schema, await readJson(event, maxBytes))
