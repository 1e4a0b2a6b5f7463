import { createHmac, timingSafeEqual } from 'node:crypto'
import type { Person } from '../../core/job/types'
import { entryText } from '../../shared/entryProof'
import { limits } from '../../shared/limits'
import { fromVersion1, readEntry } from '../../shared/schemas/entry'
import { appendSchema, type Entry } from '../../shared/schemas/job'
import { listSignInKeys, type SignInKeyRow } from '../sql/people/signIns'
import { parseWith } from '../utils/body'
import type { Db } from '../utils/db'
import { ProblemError } from '../utils/problemError'

/**
 * An entry and whose it is, proved. `sentBy`: who is signed in now, where that is somebody else. `held`: its proof is that of a key that
 * outlived its sign-in, and why.
 */
export type Authored = { entry: Entry; author: Person; sentBy?: Person; held?: string }

/** The last word on one entry names it, where it has a name. */
function lastWord(raw: unknown, problem: ProblemError): ProblemError {
  const id = typeof raw === 'object' && raw !== null && 'id' in raw ? raw.id : undefined
  return typeof id === 'string' ? problem.about(id) : problem
}

function readOne(raw: unknown, index: number, around: { seen: number; by: string }): Entry {
  const read = readEntry(fromVersion1(raw, around))
  if (read.ok) return read.value
  if (read.error.why === 'newer')
    throw new ProblemError(
      'ENTRY_NEWER',
      `This device runs a newer Efferent than the server (entry version ${read.error.version}). The entry is kept on the device until the server is up to date.`,
    )
  const errors = read.error.issues.map(({ path, message }) => ({ path: path ? `events[${index}].${path}` : `events[${index}]`, message }))
  const detail = errors
    .slice(0, 3)
    .map(({ path, message }) => `${path}: ${message}`)
    .join('; ')
  throw lastWord(raw, new ProblemError('ENTRY_UNREADABLE', detail, { errors }))
}

/**
 * Whoever is signed in speaks for themselves: the cookie proves it. For anybody else the entry must carry the mark of a key that was given
 * to its author, on that device, when they signed in. Not proved is not refused: the entry waits on its device until its author signs in.
 * Whoever may still have such a key chooses every time that stands in an entry, so only the server's own clock says whether it counts.
 */
function authorOf(job: string, raw: unknown, entry: Entry, carrier: Person, keys: ReadonlyMap<string, SignInKeyRow>): Authored {
  if (entry.by === carrier.id) return { entry, author: carrier }
  const key = entry.proof && keys.get(entry.proof.signIn)
  if (key?.id === entry.by) {
    const expected = createHmac('sha256', key.key)
      .update(entryText(job, raw as object))
      .digest()
    const actual = Buffer.from(entry.proof!.mac, 'base64url')
    if (actual.length === expected.length && timingSafeEqual(actual, expected))
      return { entry, author: { id: key.id, name: key.name, role: key.role }, sentBy: carrier, held: heldBecause(key) }
  }
  throw new ProblemError(
    'ENTRY_AUTHOR',
    'Somebody else has recorded this on the device, and that cannot be proved any more. It is kept there until they sign in again.',
    { fields: { by: entry.by } },
  )
}

function heldBecause({ name, late, shut }: SignInKeyRow): string | undefined {
  if (shut) return `Signed by ${name} on a sign-in that was ended for them: by a new PIN, or because they or the device were shut out.`
  return late ? `Signed by ${name} on a sign-in that ended more than ${limits.signedDays} days ago.` : undefined
}

export async function readEntries(db: Db, job: string, request: unknown, carrier: Person): Promise<Authored[]> {
  const { events, basedOn = 0 } = parseWith(appendSchema, request)
  const entries = events.map((raw, i) => readOne(raw, i, { seen: basedOn, by: carrier.id }))
  // One id for two things said would keep the first and lose the second without a word.
  const twice = entries.findIndex(({ id }, i) => entries.findIndex(other => other.id === id) < i)
  if (twice >= 0)
    throw new ProblemError('REQUEST_BODY', 'Two entries of one request have the same id.', {
      errors: [{ path: `events[${twice}].id`, message: 'the id of an earlier one' }],
    })
  const signIns = entries.flatMap(entry => (entry.by !== carrier.id && entry.proof ? [entry.proof.signIn] : []))
  const rows = signIns.length > 0 ? await listSignInKeys(db, [...new Set(signIns)], limits.signedDays) : []
  const keys = new Map(rows.map(row => [row.sign_in, row]))
  return entries.map((entry, i) => authorOf(job, events[i], entry, carrier, keys))
}
