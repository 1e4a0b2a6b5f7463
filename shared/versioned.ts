import type { z } from 'zod'

/** Why something stored or received cannot be read: a newer program wrote it (reload, or update), or it is not what it should be. */
export type Unreadable = { why: 'newer'; version: number } | { why: 'damaged'; issues: { path: string; message: string }[] }
export type Reading<T> = { ok: true; value: T } | { ok: false; error: Unreadable }
/** From the version it stands under to the next. What it gets has been read from JSON and nothing else is known of it. */
type Upcast = (older: Record<string, unknown>) => Record<string, unknown>

export const pathText = (path: readonly PropertyKey[]): string =>
  path
    .map(part => (typeof part === 'number' ? `[${part}]` : `.${String(part)}`))
    .join('')
    .replace(/^\./, '')

/** At most this many places are named: nobody mends more at once, and a hostile file could name a million. */
export const mostIssues = 50
export const issuesOf = (error: z.ZodError): { path: string; message: string }[] =>
  error.issues.slice(0, mostIssues).map(issue => ({ path: pathText(issue.path), message: issue.message }))

const damaged = (path: string, message: string): Reading<never> => ({ ok: false, error: { why: 'damaged', issues: [{ path, message }] } })

/**
 * A kind of thing that is stored or sent, with its version: what is read is brought up step by step to today's version and then held
 * against today's schema. Never throws; nothing is taken on trust.
 */
export function versioned<S extends z.ZodType>(kind: {
  current: number
  /** Undefined: it carries none that makes sense. */
  versionOf: (raw: Record<string, unknown>) => number | undefined
  upcast: Readonly<Record<number, Upcast>>
  /** What a schema must not be let loose on: sizes and depths, by path. */
  bounds?: (raw: Record<string, unknown>) => { path: string; message: string }[]
  schema: S
}): (raw: unknown) => Reading<z.output<S>> {
  for (let version = 1; version < kind.current; version++)
    if (!kind.upcast[version]) throw new RangeError(`no way up from version ${version}`)
  return raw => {
    if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) return damaged('', 'not an object')
    let value = raw as Record<string, unknown>
    const version = kind.versionOf(value)
    if (version === undefined || !Number.isInteger(version) || version < 1) return damaged('', 'says no version that is known')
    if (version > kind.current) return { ok: false, error: { why: 'newer', version } }
    const beyond = kind.bounds?.(value) ?? []
    if (beyond.length > 0) return { ok: false, error: { why: 'damaged', issues: beyond.slice(0, mostIssues) } }
    try {
      for (let at = version; at < kind.current; at++) value = kind.upcast[at]!(value)
    } catch {
      return damaged('', `cannot be brought up from version ${version}`)
    }
    const parsed = kind.schema.safeParse(value)
    return parsed.success ? { ok: true, value: parsed.data } : { ok: false, error: { why: 'damaged', issues: issuesOf(parsed.error) } }
  }
}

/** Any schema as a reader: what does not fit is told by place, like everything that is read. */
export const reader =
  <S extends z.ZodType>(schema: S) =>
  (raw: unknown): Reading<z.output<S>> => {
    const parsed = schema.safeParse(raw)
    return parsed.success ? { ok: true, value: parsed.data } : { ok: false, error: { why: 'damaged', issues: issuesOf(parsed.error) } }
  }
