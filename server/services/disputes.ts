import type { Signature } from '../../core/job/types'
import { limits } from '../../shared/limits'
import type { DisputeView } from '../../shared/schemas/shop'
import { insertAudit } from '../sql/audit/audit'
import { countDisputes, insertDispute, listDisputes, disputedPhoto, settleDispute, type Dispute } from '../sql/disputes/disputes'
import { withTransaction, type Db } from '../utils/db'
import { ProblemError } from '../utils/problemError'

/** Kept for a lead to look at: what a device has and this job will not take must not be lost with the device. */
export async function dispute(db: Db, one: Dispute): Promise<void> {
  // So many of one job at a time: whoever sends more has not erred.
  if ((await countDisputes(db, one.job)) >= limits.disputesPerJob)
    throw new ProblemError('SERVER_BUSY', 'Too much of this job waits for a lead already. It stays on the device until they have looked.')
  await insertDispute(db, one)
}

export async function getDisputes(db: Db): Promise<DisputeView[]> {
  return (await listDisputes(db, limits.disputesListed)).map(row => ({
    id: row.id,
    kind: row.kind,
    job: row.job_id,
    number: row.number,
    plate: row.plate,
    by: row.person,
    sentBy: row.sent_by,
    why: row.why,
    at: row.received_at.toISOString(),
    said: commandOf(row.content),
  }))
}
/** The name of what an entry says; the whole stays beside it. */
function commandOf(content: unknown): string | undefined {
  const command = (content as { command?: { type?: unknown } } | null)?.command
  return typeof command?.type === 'string' ? JSON.stringify(command) : undefined
}

const unknown = () => new ProblemError('DISPUTE_UNKNOWN', 'Somebody has settled it already. Reload the list.')

export const settle = (id: string, why: string, by: Signature): Promise<{ settled: true }> =>
  withTransaction(async db => {
    if (!(await settleDispute(db, id, by.name, why))) throw unknown()
    await insertAudit(db, { kind: 'dispute-settled', by, about: why })
    return { settled: true }
  })

export async function getDisputedPhoto(db: Db, id: string): Promise<Buffer> {
  const bytes = await disputedPhoto(db, id)
  if (!bytes) throw unknown()
  return bytes
}
