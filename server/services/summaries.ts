import type { JobState } from '../../core/job/types'
import type { ResolvedSheet } from '../../core/sheet/resolveSheet'
import type { ErrorCode } from '../../shared/errors'
import type { JobRow } from '../../shared/schemas/jobRow'
import type { Summed } from '../sql/jobs/appendEvents'
import { findJob, listBehind } from '../sql/jobs/findJob'
import { summedAt, toJobRow, type JobHeadRow } from '../sql/jobs/jobRows'
import { storeSummary } from '../sql/jobs/storeSummary'
import { getPool, type Db } from '../utils/db'
import { tellMoved } from '../utils/feed'
import { Lru } from '../utils/lru'
import { ProblemError } from '../utils/problemError'
import { loadState, resolveJob, summaryOf } from './jobState'
import { getSheet } from './sheets'

// A summary is worth nothing by itself: it can be had from the events at any time. So it is kept with the entry where entries come as a
// technician makes them, and where they come by the dozen a second, every so often. Whoever reads a row that is behind sums it up first:
// what is answered is never behind, whichever process died before it came to it.

/** A job is summed up so often at most while entries are coming in. */
export const everyMs = 250

const summedMs = new Lru<string, number>(200)
const later = new Map<string, NodeJS.Timeout>()
/** What is being summed up just now. */
const atIt = new Set<Promise<void>>()

/** Whether this process is about to sum the job up, and to tell of it then. */
export const isSummedSoon = (job: string): boolean => later.has(job)

/** The summary to keep with what is appended; undefined where the last one is only just made, and another follows. */
export async function sumUpInTime(resolved: ResolvedSheet, state: JobState, gone?: AbortSignal): Promise<Summed | undefined> {
  const { id } = state
  const now = performance.now()
  if (now - (summedMs.get(id) ?? -Infinity) < everyMs) {
    if (!later.has(id)) later.set(id, setTimeout(() => void sumUpLate(id), everyMs).unref())
    return undefined
  }
  summedMs.set(id, now)
  return summaryOf(resolved, state, gone)
}

/** What goes wrong here is made good by whoever reads the row; where the database is away, all is read again when it is back. */
async function sumUpLate(id: string): Promise<void> {
  later.delete(id)
  summedMs.set(id, performance.now())
  const work = (async () => {
    const row = await findJob(getPool(), id).catch(() => undefined)
    if (!row) return
    await keepSummary(getPool(), row).catch(() => {})
    tellMoved({ id, seq: row.seq })
  })()
  atIt.add(work)
  await work.finally(() => atIt.delete(work))
}

async function keepSummary(db: Db, row: JobHeadRow): Promise<void> {
  if (row.summary_seq !== row.seq) await storeSummary(db, row.id, row.seq, await sumUp(db, row))
}

async function sumUp(db: Db, row: JobHeadRow): Promise<Summed> {
  const [sheet, state] = [await getSheet(db, row.sheet_id, row.sheet_revision), await loadState(db, row.id, row.seq)]
  return summaryOf(resolveJob(sheet, state), state)
}

/** A job's row with the summary of how it stands at that row. */
export async function readUpToDate(db: Db, row: JobHeadRow): Promise<JobRow> {
  const kept = summedAt(row)
  if (kept) return toJobRow(row, kept)
  const summed = await sumUp(db, row)
  // Kept beside the reading, which does not wait for it: it is read all the same on a full disk or on a database that takes no writes, and
  // in a transaction that holds the connection somebody else is waiting for.
  void storeSummary(getPool(), row.id, row.seq, summed).catch(() => {})
  return toJobRow(row, summed)
}

const nobodyKnows: Summed = { summary: { stage: 'opened', paused: false, step: { done: 0, of: 0 }, missing: 0, timers: [] }, nextWords: '' }
const unreadable: Partial<Record<ErrorCode, JobRow['unreadable']>> = { RECORD_UNREADABLE: 'damaged', VERSION_NEWER: 'newer' }
/** The same for the Floor: a job whose record cannot be read stands there and says so; it darkens no other. */
export async function readForFloor(db: Db, row: JobHeadRow): Promise<JobRow> {
  try {
    return await readUpToDate(db, row)
  } catch (error) {
    const why = error instanceof ProblemError ? unreadable[error.problem.code] : undefined
    if (!why) throw error
    return { ...toJobRow(row, nobodyKnows), unreadable: why }
  }
}

/**
 * Sums up and keeps what was put off, where this process ends before anybody reads it. Asked of the database: a timer may have found its
 * entry not written yet.
 */
export async function sumUpPutOff(db: Db): Promise<void> {
  for (const timer of later.values()) clearTimeout(timer)
  later.clear()
  await Promise.all(atIt)
  for (const row of await listBehind(db)) await keepSummary(db, row)
}
