import { createHash } from 'node:crypto'
import { planOnce } from '../../core/plan/planOnce'
import { wholeInputs } from '../../core/plan/goals/wholeInputs'
import { v7 } from 'uuid'
import { carOf } from '../../core/job/state/carOf'
import { ruleOf } from '../../core/job/commands/commandRules'
import { decide } from '../../core/job/commands/decide'
import { evolve } from '../../core/job/state/evolve'
import { isToReadCold } from '../../core/job/owed/readCold'
import { eventVersion, type JobBody, type JobEvent, type JobState, type Person, type Refusal } from '../../core/job/types'
import { resolveSheet, type ResolvedSheet } from '../../core/sheet/resolveSheet'
import type { Sheet } from '../../core/sheet/types'
import { entryText } from '../../shared/entryProof'
import type { Entry } from '../../shared/schemas/job'
import type { AppendResult } from '../../shared/schemas/jobView'
import { refusalWords } from '../../shared/words/refusalWords'
import { sharedSeq } from '../sql/epochs/epochs'
import { appendEvents, type Append } from '../sql/jobs/appendEvents'
import { findEvents } from '../sql/jobs/findEvents'
import { toEvent } from '../sql/jobs/jobRows'
import { listEvents } from '../sql/jobs/listEvents'
import { lockJob, type JobHead } from '../sql/jobs/lockJob'
import { findSheet } from '../sql/sheets/findSheet'
import { readSettings } from '../sql/settings/settings'
import { toSheet } from '../sql/sheets/sheetRows'
import { addVehicleTraits } from '../sql/vehicles/vehicles'
import { getPool, isUniqueViolation, withTransaction, type Db } from '../utils/db'
import { epochNow } from '../utils/epoch'
import { tellMoved } from '../utils/feed'
import { gathered } from '../utils/gathered'
import { ProblemError } from '../utils/problemError'
import { noteStorage } from '../utils/storageTrouble'
import { dispute } from './disputes'
import { askHead, lastHead, moveHead } from './heads'
import { heldBody, liesWithLeads } from './heldEntries'
import { gearOf } from './makingGear'
import { keepState, loadState, resolveJob } from './jobState'
import { jobUnknown } from './jobs'
import { planFor } from './plans'
import { readEntries, type Authored } from './readEntries'
import { getSheet } from './sheets'
import { sumUpInTime } from './summaries'

/** So often the job may have moved on while an entry was decided; then it is decided with the job held. */
const mostOvertaken = 4

/** What is to be kept at the same time goes to the disk together; where that fails, each by itself, so that each learns its own fate. */
const keep = gathered(async (appends: readonly Append[]) => {
  // Of two for one job the second was decided on a job that the first is about to move.
  const firsts = appends.filter(({ id }, i) => appends.findIndex(other => other.id === id) === i)
  const kept = await appendEvents(getPool(), firsts).catch(error =>
    firsts.length === 1
      ? [error as Error]
      : Promise.all(
          firsts.map(append =>
            appendEvents(getPool(), [append]).then(
              ([one]) => one!,
              (alone: Error) => alone,
            ),
          ),
        ),
  )
  return appends.map(append => kept[firsts.indexOf(append)] ?? false)
})

type Prepared = { answer: JobEvent[]; state: JobState; append?: Append; held?: readonly Authored[] }

/**
 * Appends what devices say happened. All or nothing; an event sent before is answered with what was stored then. Every command is decided
 * again on the job as it stands: what still holds is taken although the job has moved on, what no longer does is refused, and that refusal
 * is the last word on it. Deciding and planning hold nobody up: only if the job has not moved meanwhile is the outcome stored.
 */
export async function appendToJob(jobId: string, request: unknown, carrier: Person, gone?: AbortSignal): Promise<AppendResult> {
  const entries = await readEntries(getPool(), jobId, request, carrier)
  for (let overtaken = 0; overtaken < mostOvertaken; overtaken++) {
    const head = (overtaken === 0 ? lastHead(jobId) : undefined) ?? (await askHead(jobId))
    if (!head) throw gone404(entries)
    // Nearly always an entry is new: it is looked for among those on record only when it was refused, or its id was there before.
    const prepared = overtaken === 0 ? await prepareNew(head, entries, gone) : await prepare(getPool(), head, entries, true, gone)
    if (prepared && (await store(prepared, head))) return done(prepared)
  }
  return done(
    await withTransaction(async db => {
      const head = await lockJob(db, jobId)
      if (!head) throw gone404(entries)
      const prepared = await prepare(db, head, entries, true, gone)
      if (prepared.append) await write(db, prepared, head)
      return prepared
    }),
  )
}

const gone404 = ([first]: readonly Authored[]) => jobUnknown().about(first!.entry.id)

function done({ state, answer, append, held = [] }: Prepared): AppendResult {
  keepState(state)
  moveHead(state.id, state.seq, state.revision)
  if (append) tellMoved({ id: state.id, seq: state.seq })
  // On record and on the leads' list by now: the device may let go of it.
  if (held[0]) throw liesWithLeads(held[0].entry.id)
  return { seq: state.seq, events: answer }
}

/** False: somebody was quicker, and nothing was stored. */
async function store(prepared: Prepared, head: JobHead): Promise<boolean> {
  const { append, held = [] } = prepared
  if (!append) return true
  try {
    if (learned(append).length > 0 || held.length > 0) return await withTransaction(db => write(db, prepared, head))
    const stored = await keep(append)
    noteStorage(undefined)
    return stored
  } catch (error) {
    if (isUniqueViolation(error, 'job_events_pkey') || isUniqueViolation(error, 'job_events_seq_key')) return false
    throw error
  }
}

const learned = ({ events }: Append) => events.flatMap(({ body }) => (body.type === 'traitsLearned' ? [body.traits] : []))

async function write(db: Db, { append, held = [] }: Prepared, head: JobHead): Promise<boolean> {
  const [moved] = await appendEvents(db, [append!])
  if (!moved) return false
  for (const { entry, author, sentBy, held: why } of held)
    await dispute(db, {
      kind: 'held',
      about: entry.id,
      job: head.id,
      person: author.id,
      sentBy: (sentBy ?? author).id,
      why: why!,
      content: entry,
      sha256: Buffer.from(digestOf(head.id, entry), 'hex'),
    })
  for (const traits of learned(append!)) await addVehicleTraits(db, head.vehicle_id, { ...traits })
  return true
}

/** As if none of them had been sent before; undefined: one is refused, which may be because it was. */
async function prepareNew(head: JobHead, entries: readonly Authored[], gone?: AbortSignal): Promise<Prepared | undefined> {
  try {
    return await prepare(getPool(), head, entries, false, gone)
  } catch (error) {
    if (error instanceof ProblemError) return undefined
    throw error
  }
}

async function prepare(db: Db, head: JobHead, entries: readonly Authored[], mayBeKnown: boolean, gone?: AbortSignal): Promise<Prepared> {
  const ids = mayBeKnown ? entries.map(({ entry }) => entry.id) : []
  let [sheet, state] = [await getSheet(db, head.sheet_id, head.sheet_revision), await loadState(db, head.id, head.seq)]
  const rows = ids.length > 0 ? await findEvents(db, ids) : []
  const recorded = new Map(rows.map(row => [row.id, toEvent(row)]))
  const recordedAt = head.now.toISOString()
  const fresh: JobEvent[] = []
  const answer: JobEvent[] = []
  for (const [index, { entry, author, sentBy, held }] of entries.entries()) {
    if (held && state.held[entry.id]) throw liesWithLeads(entry.id)
    const known = recorded.get(entry.id) ?? fresh.find(event => event.id === entry.id)
    if (known) {
      if (known.job !== head.id)
        throw new ProblemError('REQUEST_BODY', 'That event belongs to another job.', {
          errors: [{ path: `events[${index}].id`, message: 'recorded under another job' }],
        }).about(entry.id)
      const before = rows.find(row => row.id === entry.id)?.sent_sha256
      if (before && known.v === eventVersion && before.toString('hex') !== digestOf(head.id, entry))
        throw await otherContent(head.id, entry, author, sentBy)
      answer.push(known)
      continue
    }
    const { command } = entry
    const seen = Math.min(entry.seen, (await sharedWith(db, head.id, entry)) ?? entry.seen)
    const resolved = resolveJob(sheet, state)
    const newer = command.type === 'revisionMoved' ? await newerFor(db, head.sheet_id, command.revision, state) : undefined
    if (command.type === 'planned') await planFor(resolved, wholeInputs(resolved, command.inputs), gone)
    const makingRules = command.type === 'makingSaid' ? gearOf(await readSettings(db)).rules : undefined
    const by = { person: author, device: entry.device, seen, at: entry.at, recordedAt }
    const keep = (id: string, body: JobBody, whose: Person): void => {
      const event: JobEvent = {
        v: eventVersion,
        id,
        job: head.id,
        seq: state.seq + 1,
        seen: Math.min(seen, state.seq),
        at: entry.at,
        recordedAt,
        by: { id: whose.id, name: whose.name },
        ...(sentBy && whose === author && { sentBy: { id: sentBy.id, name: sentBy.name } }),
        device: entry.device,
        body,
      }
      state = evolve(state, event)
      fresh.push(event)
      answer.push(event)
    }
    const decision = decide(state, command, { resolved, newer, makingRules, plan: planOnce, ...by })
    if (held) {
      const counts = decision.ok && ruleOf(command.type).counts.held
      if (counts) keep(entry.id, decision.value, author)
      keep(v7(), heldBody(entry, author, counts), sentBy ?? author)
      continue
    }
    if (!decision.ok)
      throw (
        seen < head.seq ? await conflict(db, head.id, seen, decision.error, sheet, index) : refusedAt(decision.error, sheet, index)
      ).about(entry.id)
    keep(entry.id, decision.value, author)
    if (newer && command.type === 'revisionMoved') sheet = newer.sheet
  }
  if (fresh.length === 0) return { answer, state }
  const summed = await sumUpInTime(resolveJob(sheet, state), state, gone)
  const closed = state.handedOver !== undefined && !isToReadCold(state)
  const append = {
    id: head.id,
    from: head.seq,
    to: state.seq,
    revision: state.revision,
    closed,
    summed,
    events: fresh,
    sent: digestsOf(head.id, entries),
  }
  return { answer, state, append, held: entries.filter(({ held }) => held !== undefined) }
}

/** How much of what its device had seen is of this history; asked only where that is another one, or not said. */
const sharedWith = async (db: Db, job: string, { epoch }: Entry): Promise<number | undefined> =>
  epoch !== undefined && epoch === (await epochNow()) ? undefined : sharedSeq(db, job, epoch)

/** What an entry says, whoever proves it. */
const digestOf = (job: string, entry: Entry): string => createHash('sha256').update(entryText(job, entry)).digest('hex')
const digestsOf = (job: string, entries: readonly Authored[]): Record<string, string> =>
  Object.fromEntries(entries.map(({ entry }) => [entry.id, digestOf(job, entry)]))

/** The id is on record with something else: what was sent goes to the leads, and is on record there before the device is told. */
async function otherContent(job: string, entry: Entry, author: Person, sentBy: Person | undefined): Promise<ProblemError> {
  await dispute(getPool(), {
    kind: 'entry',
    about: entry.id,
    job,
    person: author.id,
    sentBy: (sentBy ?? author).id,
    why: 'Another entry of this job has this id: this one was sent under it as well.',
    content: entry,
    sha256: Buffer.from(digestOf(job, entry), 'hex'),
  })
  return new ProblemError(
    'ENTRY_CONFLICT',
    'An entry of this id says something else. This one lies with the leads now: Shop, To settle.',
  ).about(entry.id)
}

/** The revision a job is to go on by, for its car; undefined when there is none or it is for other cars. */
async function newerFor(db: Db, id: string, revision: number, state: JobState): Promise<ResolvedSheet | undefined> {
  const row = await findSheet(db, id, revision)
  const resolution = row && resolveSheet(toSheet(row), carOf(state))
  return resolution?.applies === 'yes' ? resolution.resolved : undefined
}

function refusedAt(refusal: Refusal, sheet: Sheet, index: number): ProblemError {
  const { code, ...fields } = refusal
  return new ProblemError(code, refusalWords(refusal, sheet), { fields, errors: [{ path: `events[${index}]`, message: code }] })
}

async function conflict(db: Db, jobId: string, seen: number, refusal: Refusal, sheet: Sheet, index: number): Promise<ProblemError> {
  const since = (await listEvents(db, jobId, seen)).map(toEvent)
  const who = [...new Set(since.map(event => event.by.name))].join(', ')
  return new ProblemError(
    'JOB_CONFLICT',
    `${who} has worked on this job since. ${refusalWords(refusal, sheet)} Look at the job as it stands now.`,
    { fields: { refusal, since }, errors: [{ path: `events[${index}]`, message: refusal.code }] },
  )
}
