import { findHeads, type JobHead } from '../sql/jobs/lockJob'
import { getPool } from '../utils/db'
import { gathered } from '../utils/gathered'
import { Lru } from '../utils/lru'

/** So long a head is taken for the last one: afterwards this process's clock might have drifted from the database's. */
const longestMs = 10_000

type Seen = { head: JobHead; askedMs: number }
const seen = new Lru<string, Seen>(200)

const ask = gathered((ids: readonly string[]) => findHeads(getPool(), ids))

/** Where a job stands, asked of the database. */
export async function askHead(id: string): Promise<JobHead | undefined> {
  const askedMs = performance.now()
  const head = await ask(id)
  if (head) seen.set(id, { head, askedMs })
  return head
}

/**
 * Where a job stood when this process last had to do with it, with the database's clock moved on by a clock that nobody sets: enough to
 * decide on, as what is decided is stored only if the job still stands there. Never enough to refuse on.
 */
export function lastHead(id: string): JobHead | undefined {
  const last = seen.get(id)
  if (!last) return undefined
  const passedMs = performance.now() - last.askedMs
  return passedMs < longestMs ? { ...last.head, now: new Date(last.head.now.getTime() + passedMs) } : undefined
}

/** Called after commit only. */
export function moveHead(id: string, seq: number, revision: number): void {
  const last = seen.get(id)
  if (last) seen.set(id, { ...last, head: { ...last.head, seq, sheet_revision: revision } })
}
