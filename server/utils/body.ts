import type { H3Event } from 'h3'
import type { z } from 'zod'
import { limits } from '../../shared/limits'
import { issuesOf } from '../../shared/versioned'
import { parseJson } from './json'
import { ProblemError } from './problemError'

export async function readBytes(event: H3Event, maxBytes: number): Promise<Buffer> {
  // What is still on its way is not read: the connection ends with the answer, so that nothing waits behind it.
  const tooLarge = () =>
    new ProblemError('REQUEST_TOO_LARGE', `At most ${Math.floor(maxBytes / 1024)} KiB are taken here. Split it.`, {
      headers: { connection: 'close' },
    })
  if (Number(event.node.req.headers['content-length'] ?? 0) > maxBytes) throw tooLarge()
  const chunks: Buffer[] = []
  let size = 0
  for await (const chunk of event.node.req as AsyncIterable<Buffer>) {
    size += chunk.length
    if (size > maxBytes) throw tooLarge()
    chunks.push(chunk)
  }
  return Buffer.concat(chunks)
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
