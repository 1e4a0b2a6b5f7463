import { v7 } from 'uuid'
import { planOnce } from '../../core/plan/planOnce'
import { wholeInputs } from '../../core/plan/goals/wholeInputs'
import { decide } from '../../core/job/commands/decide'
import { evolve } from '../../core/job/state/evolve'
import { listDue } from '../../core/job/owed/obligations'
import { eventVersion, type JobBody, type JobEvent, type JobState, type Person } from '../../core/job/types'
import { readEntry } from '../../shared/schemas/entry'
import type { Entry } from '../../shared/schemas/job'
import type { SettleRequest } from '../../shared/schemas/shop'
import { commandWords } from '../../shared/words/commandWords'
import { eventWords } from '../../shared/words/eventWords'
import { dueWords, refusalWords } from '../../shared/words/refusalWords'
import { sharedSeq } from '../sql/epochs/epochs'
import { appendEvents } from '../sql/jobs/appendEvents'
import { findHeads, lockJob, type JobHead } from '../sql/jobs/lockJob'
import { findPerson } from '../sql/people/findPerson'
import { readSettings } from '../sql/settings/settings'
import { addVehicleTraits } from '../sql/vehicles/vehicles'
import type { Db } from '../utils/db'
import { ProblemError } from '../utils/problemError'
import { loadState, resolveJob, summaryOf } from './jobState'
import { jobUnknown } from './jobs'
import { gearOf } from './makingGear'
import { planFor } from './plans'
import { getSheet } from './sheets'

/** What the device is told once its entry is on a lead's list: it may let go of it. */
export const liesWithLeads = (entry: string): ProblemError =>
  new ProblemError(
    'ENTRY_HELD',
    'It was signed on a sign-in that does not count any more. It lies with the leads now: Shop, To settle. Until then it closes and proves nothing.',
  ).about(entry)

/** That an entry came of which nobody is sure. `counts`: what it opened, drained or took off is on record beside this. */
export const heldBody = (entry: Entry, author: Person, counts: boolean): JobBody => ({
  type: 'entryHeld',
  about: entry.id,
  by: { id: author.id, name: author.name },
  counts,
})

/** The job as it stands, with its sheet. */
async function jobNow(db: Db, head: JobHead) {
  const [sheet, state] = [await getSheet(db, head.sheet_id, head.sheet_revision), await loadState(db, head.id, head.seq)]
  return { sheet, state, resolved: resolveJob(sheet, state) }
}

/** An entry as it lies on the list, and its author: what it says, decided on the job as it stands. Undefined: nobody here can read it. */
async function asItStands(
  db: Db,
  head: JobHead,
  { state, resolved }: Awaited<ReturnType<typeof jobNow>>,
  content: unknown,
  author: string,
) {
  const read = readEntry(content)
  const person = await findPerson(db, author)
  if (!read.ok || !person) return undefined
  const said = read.value as Entry
  // As when it came: what its device had seen of another history is nothing here.
  const entry = { ...said, seen: Math.min(said.seen, (await sharedSeq(db, head.id, said.epoch)) ?? said.seen) }
  const { command, device, seen, at } = entry
  if (command.type === 'planned') await planFor(resolved, wholeInputs(resolved, command.inputs))
  const makingRules = command.type === 'makingSaid' ? gearOf(await readSettings(db)).rules : undefined
  const recordedAt = head.now.toISOString()
  return {
    entry,
    person,
    decision: decide(state, command, { resolved, makingRules, plan: planOnce, person, device, seen, at, recordedAt }),
  }
}

/** What a held entry says and what would be due no more if it stood; for whoever is to settle it. */
export async function lookAtHeld(db: Db, job: string, content: unknown, author: string): Promise<{ says: string; would: string[] }> {
  const [head] = await findHeads(db, [job])
  const now = head && (await jobNow(db, head))
  const found = now && (await asItStands(db, head, now, content, author))
  if (!now || !found) return { says: 'An entry that this version cannot read.', would: [] }
  const { sheet, state, resolved } = now
  const { entry, decision } = found
  const counted = state.effective.find(({ id }) => id === entry.id)
  if (counted) return { says: `${eventWords(counted.body, sheet)}. It counts until it is settled.`, would: [] }
  if (!decision.ok)
    return {
      says: `As the job is now it cannot stand: ${refusalWords(decision.error, sheet)} It says: ${commandWords(entry.command, sheet)}.`,
      would: [],
    }
  const before = listDue(resolved, state).map(owed => dueWords(owed, sheet))
  const after = new Set(
    listDue(resolved, evolve(state, eventOf(state, { entry, body: decision.value }))).map(owed => dueWords(owed, sheet)),
  )
  return { says: eventWords(decision.value, sheet), would: before.filter(words => !after.has(words)) }
}

/** What an entry says that no job has taken, in words; undefined: nobody here can read it. */
export async function wordsOfEntry(db: Db, job: string, content: unknown): Promise<string | undefined> {
  const read = readEntry(content)
  const [head] = read.ok ? await findHeads(db, [job]) : []
  return read.ok && head ? commandWords((read.value as Entry).command, await getSheet(db, head.sheet_id, head.sheet_revision)) : undefined
}

type Said = { entry?: Entry; body: JobBody; by?: Person; sentBy?: Person; recordedAt?: string }
function eventOf(state: JobState, { entry, body, by, sentBy, recordedAt }: Said): JobEvent {
  const at = recordedAt ?? entry?.at ?? state.openedAt
  const author = by ?? { id: entry?.by ?? '', name: '' }
  return {
    v: eventVersion,
    id: entry?.id ?? v7(),
    job: state.id,
    seq: state.seq + 1,
    seen: entry ? Math.min(entry.seen, state.seq) : state.seq,
    at: entry?.at ?? at,
    ...(recordedAt && { recordedAt }),
    by: { id: author.id, name: author.name },
    ...(sentBy && { sentBy: { id: sentBy.id, name: sentBy.name } }),
    device: entry?.device ?? 'server',
    body,
  }
}

/**
 * A lead says what becomes of an entry that was held. It stands: what did not count yet is decided as the job is now, in its author's name.
 * It does not: what counted is taken back. Gives the state the job has then.
 */
export async function settleHeld(
  db: Db,
  { job, about, content, author }: { job: string; about: string; content: unknown; author: string },
  { stands, why }: SettleRequest & { stands: boolean },
  by: Person,
): Promise<JobState> {
  const head = await lockJob(db, job)
  if (!head) throw jobUnknown()
  const now = await jobNow(db, head)
  const { sheet } = now
  const recordedAt = head.now.toISOString()
  let { state } = now
  const events: JobEvent[] = []
  const put = (said: Said): void => {
    const event = eventOf(state, { ...said, recordedAt })
    state = evolve(state, event)
    events.push(event)
  }
  const counts = state.held[about]?.counts === true
  if (!stands && counts && state.effective.some(({ id }) => id === about)) put({ body: { type: 'stepUndone', reverts: [about] }, by })
  if (stands && !counts) {
    const found = await asItStands(db, head, now, content, author)
    if (!found) throw new ProblemError('ENTRY_HELD', 'Nobody here can read it: it cannot stand. Say that it does not.')
    const { entry, person, decision } = found
    if (!decision.ok)
      throw new ProblemError(
        'ENTRY_HELD',
        `As the job is now it cannot stand: ${refusalWords(decision.error, sheet)} Say that it does not.`,
      )
    put({ entry, body: decision.value, by: person, sentBy: by })
    if (decision.value.type === 'traitsLearned') await addVehicleTraits(db, head.vehicle_id, { ...decision.value.traits })
  }
  put({ body: { type: 'entrySettled', about, stands, why }, by })
  const summed = await summaryOf(resolveJob(sheet, state), state)
  const [moved] = await appendEvents(db, [
    { id: job, from: head.seq, to: state.seq, revision: state.revision, closed: state.handedOver !== undefined, summed, events, sent: {} },
  ])
  if (!moved) throw new ProblemError('SERVER_BUSY', 'Somebody was recording in this job just now. Try again.')
  return state
}
