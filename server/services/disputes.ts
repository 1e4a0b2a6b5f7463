import type { Person } from '../../core/job/types'
import { limits } from '../../shared/limits'
import type { DisputeView, SettleRequest } from '../../shared/schemas/shop'
import { insertAudit } from '../sql/audit/audit'
import {
  countDisputes,
  disputedPhoto,
  insertDispute,
  listDisputes,
  lockDispute,
  settleDispute,
  type Dispute,
  type DisputeRow,
} from '../sql/disputes/disputes'
import { withTransaction, type Db } from '../utils/db'
import { tellMoved } from '../utils/feed'
import { ProblemError } from '../utils/problemError'
import { moveHead } from './heads'
import { lookAtHeld, settleHeld, wordsOfEntry } from './heldEntries'
import { keepState } from './jobState'

/** Kept for a lead to look at: what a device has and this job will not take must not be lost with the device. */
export async function dispute(db: Db, one: Dispute): Promise<void> {
  // So many of one job at a time: whoever sends more has not erred.
  if ((await countDisputes(db, one.job)) >= limits.disputesPerJob)
    throw new ProblemError('SERVER_BUSY', 'Too much of this job waits for a lead already. It stays on the device until they have looked.')
  await insertDispute(db, one)
}

async function view(db: Db, row: DisputeRow): Promise<DisputeView> {
  const held = row.kind === 'held' ? await lookAtHeld(db, row.job_id, row.content, row.person_id) : undefined
  return {
    id: row.id,
    kind: row.kind,
    job: row.job_id,
    number: row.number,
    plate: row.plate,
    by: row.person,
    sentBy: row.sent_by,
    why: row.why,
    at: row.received_at.toISOString(),
    said: held?.says ?? (row.kind === 'entry' ? ((await wordsOfEntry(db, row.job_id, row.content)) ?? commandOf(row.content)) : undefined),
    would: held?.would,
  }
}

export async function getDisputes(db: Db): Promise<DisputeView[]> {
  const views: DisputeView[] = []
  for (const row of await listDisputes(db, limits.disputesListed)) views.push(await view(db, row))
  return views
}
/** What an entry says that nobody here can read: as it came. */
function commandOf(content: unknown): string | undefined {
  const command = (content as { command?: { type?: unknown } } | null)?.command
  return typeof command?.type === 'string' ? JSON.stringify(command) : undefined
}

const unknown = () => new ProblemError('DISPUTE_UNKNOWN', 'Somebody has settled it already. Reload the list.')

export async function settle(id: string, request: SettleRequest, by: Person): Promise<{ settled: true }> {
  const state = await withTransaction(async db => {
    const row = await lockDispute(db, id)
    if (!row) throw unknown()
    const { stands, why } = request
    if (row.kind === 'held' && stands === undefined)
      throw new ProblemError('REQUEST_BODY', 'Say whether it stands.', { errors: [{ path: 'stands', message: 'missing' }] })
    const moved =
      row.kind === 'held'
        ? await settleHeld(
            db,
            { job: row.job_id, about: row.about, content: row.content, author: row.person_id },
            { why, stands: stands === true },
            by,
          )
        : undefined
    if (!(await settleDispute(db, id, by.name, why))) throw unknown()
    await insertAudit(db, { kind: 'dispute-settled', by, about: why })
    return moved
  })
  if (state) {
    keepState(state)
    moveHead(state.id, state.seq, state.revision)
    tellMoved({ id: state.id, seq: state.seq })
  }
  return { settled: true }
}

export async function getDisputedPhoto(db: Db, id: string): Promise<Buffer> {
  const bytes = await disputedPhoto(db, id)
  if (!bytes) throw unknown()
  return bytes
}
