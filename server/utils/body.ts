import type { H3Event } from 'h3'
import type { z } from 'zod'
import { limits } from '../../shared/limits'
import { zodErrors } from '../services/importPack'
import { ProblemError } from './problemError'

export async function readBytes(event: H3Event, maxBytes: number): Promise<Buffer> {
  const tooLarge = () => new ProblemError('REQUEST_TOO_LARGE', `At most ${Math.floor(maxBytes / 1024)} KiB are taken here. Split it.`)
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

/** Deep nesting and prototype keys have no meaning in any of our formats, only in attacks. */
function refuseHostile(text: string): void {
  let depth = 0
  let inString = false
  for (let i = 0; i < text.length; i++) {
    const character = text[i]
    if (inString) {
      if (character === '\\') i++
      else if (character === '"') inString = false
    } else if (character === '"') inString = true
    else if (character === '{' || character === '[') {
      if (++depth > limits.jsonDepth) throw new ProblemError('REQUEST_JSON', `Nested deeper than ${limits.jsonDepth} levels.`)
    } else if (character === '}' || character === ']') depth--
  }
}

/** PostgreSQL stores neither NUL nor half a surrogate pair, as text or in JSON. */
export const isStorable = (text: string): boolean => !text.includes('\0') && text.isWellFormed()

export async function readJson(event: H3Event, maxBytes: number = limits.bodyBytes): Promise<unknown> {
  const text = (await readBytes(event, maxBytes)).toString('utf8')
  refuseHostile(text)
  try {
    return JSON.parse(text, (key, value: unknown) => {
      if (key === '__proto__') throw new ProblemError('REQUEST_JSON', 'A key “__proto__” is not taken.')
      if (!isStorable(key) || (typeof value === 'string' && !isStorable(value)))
        throw new ProblemError('REQUEST_JSON', `The text of “${key.slice(0, 40)}” has characters that cannot be stored. Type it again.`)
      return value
    })
  } catch (error) {
    if (error instanceof ProblemError) throw error
    throw new ProblemError('REQUEST_JSON', `The body is not readable: ${(error as Error).message}`)
  }
}

export function parseWith<S extends z.ZodType>(schema: S, value: unknown): z.output<S> {
  const parsed = schema.safeParse(value)
  if (parsed.success) return parsed.data
  const errors = zodErrors(parsed.error)
  throw new ProblemError(
    'REQUEST_BODY',
    errors
      .map(({ path, message }) => (path ? `${path}: ${message}` : message))
      .slice(0, 3)
      .join('; '),
    { errors },
  )
}

export const readBodyWith = async <S extends z.ZodType>(event: H3Event, schema: S): Promise<z.output<S>> =>
  parseWith(schema, await readJson(event))
