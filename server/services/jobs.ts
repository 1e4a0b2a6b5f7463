import { decide } from '../../core/job/decide'
import { carOf } from '../../core/job/carOf'
import { evolve } from '../../core/job/evolve'
import type { JobEvent, JobState, Person, Refusal } from '../../core/job/types'
import { resolveSheet, type ResolvedSheet } from '../../core/sheet/resolveSheet'
import type { Sheet } from '../../core/sheet/types'
import type { AppendRequest, OpenJobRequest } from '../../shared/schemas/job'
import type { AppendResult, JobRow, JobView } from '../../shared/schemas/api'
import { refusalWords } from '../../shared/words/refusalWords'
import { findEvents } from '../sql/jobs/findEvents'
import { findJob } from '../sql/jobs/findJob'
import { insertEvents } from '../sql/jobs/insertEvents'
import { insertJob, nextJobNumber } from '../sql/jobs/insertJob'
import { toEvent, toJobRow } from '../sql/jobs/jobRows'
import { listEvents } from '../sql/jobs/listEvents'
import { listOpenJobs } from '../sql/jobs/listOpenJobs'
import { lockJob } from '../sql/jobs/lockJob'
import { notifyJob } from '../sql/jobs/notifyJob'
import { updateSummary } from '../sql/jobs/updateSummary'
import { findSheet } from '../sql/sheets/findSheet'
import { listSheetsById } from '../sql/sheets/listSheets'
import { addVehicleTraits } from '../sql/vehicles/vehicles'
import { isUniqueViolation, withTransaction, type Db } from '../utils/db'
import { ProblemError } from '../utils/problemError'
import { keepState, loadState, resolveJob, summaryOf } from './jobState'
import { getVehicle } from './lookUp'
import { getSheet, resolveFor } from './sheets'

const jobUnknown = () => new ProblemError('JOB_UNKNOWN', 'This job is not known here. Go back to the Floor.')

export async function getJobRow(db: Db, id: string): Promise<JobRow> {
  const row = await findJob(db, id)
  if (!row) throw jobUnknown()
  return toJobRow(row)
}

export async function getJob(db: Db, id: string): Promise<JobView> {
  const row = await findJob(db, id)
  if (!row) throw jobUnknown()
  const [events, sheet, vehicle, [head]] = await Promise.all([
    listEvents(db, id, 0),
    getSheet(db, row.sheet_id, row.sheet_revision),
    getVehicle(db, row.vehicle_id),
    listSheetsById(db, [row.sheet_id]),
  ])
  return { row: toJobRow(row), events: events.map(toEvent), sheet, latest: head?.revision ?? sheet.revision, vehicle }
}

export async function getFloor(db: Db): Promise<JobRow[]> {
  return (await listOpenJobs(db)).map(toJobRow)
}

export async function getEvents(db: Db, id: string, after: number): Promise<JobEvent[]> {
  return (await listEvents(db, id, after)).map(toEvent)
}

/** Opens a job on the latest revision of a sheet. The device chose the id, so asking twice opens one job. */
export async function openJob(request: OpenJobRequest, person: Person): Promise<JobRow> {
  const existing = async (db: Db) => {
    const row = await findJob(db, request.id)
    return row && toJobRow(row)
  }
  try {
    return await withTransaction(async db => {
      const known = await existing(db)
      if (known) return known
      const [vehicle, sheet] = [await getVehicle(db, request.vehicle), await getSheet(db, request.sheet)]
      const resolved = resolveFor(sheet, vehicle)
      const number = await nextJobNumber(db)
      const recordedAt = new Date().toISOString()
      const { id, plate, label, family, year, engine } = vehicle
      const decision = decide(
        undefined,
        {
          type: 'opened',
          number,
          sheet: { id: sheet.id, revision: sheet.revision },
          vehicle: { id, plate, label, family, year, engine },
          customer: vehicle.customer,
          complaint: request.complaint,
          traits: vehicle.traits,
        },
        { resolved, person, device: request.device, at: request.at, recordedAt },
      )
      if (!decision.ok) throw refused(decision.error, sheet)
      const event: JobEvent = {
        id: request.id,
        job: request.id,
        seq: 1,
        at: request.at,
        recordedAt,
        by: { id: person.id, name: person.name },
        device: request.device,
        body: decision.value,
      }
      const state = evolve(undefined, event)
      await insertJob(db, {
        id: request.id,
        number,
        sheetId: sheet.id,
        sheetRevision: sheet.revision,
        vehicleId: vehicle.id,
        customer: vehicle.customer,
        ...summaryOf(resolved, state),
      })
      await insertEvents(db, [event])
      await notifyJob(db, { id: request.id, seq: 1 })
      return (await existing(db))!
    })
  } catch (error) {
    // Two sends of the same opening at once: the second waited on the first one's key and finds it done.
    if (isUniqueViolation(error, 'jobs_pkey')) return withTransaction(async db => (await existing(db))!)
    throw error
  }
}

const refused = (refusal: Refusal, sheet: Sheet): ProblemError => {
  const { code, ...fields } = refusal
  return new ProblemError(code, refusalWords(refusal, sheet), { fields })
}

/**
 * Appends what a device says happened. All or nothing; an event sent before is answered with what was stored then. Every command is decided
 * again on the current state: what still holds is taken although the job has moved on, what no longer does is a conflict that shows what
 * came between.
 */
export async function appendToJob(jobId: string, request: AppendRequest, person: Person): Promise<AppendResult> {
  const { result, state } = await withTransaction(async db => {
    const job = await lockJob(db, jobId)
    if (!job) throw jobUnknown()
    let sheet = await getSheet(db, job.sheet_id, job.sheet_revision)
    let state = await loadState(db, jobId, job.seq)
    const recorded = new Map(
      (
        await findEvents(
          db,
          request.events.map(event => event.id),
        )
      ).map(row => [row.id, toEvent(row)]),
    )
    const recordedAt = job.now.toISOString()
    const fresh: JobEvent[] = []
    const answer: JobEvent[] = []
    for (const [index, incoming] of request.events.entries()) {
      const known = recorded.get(incoming.id)
      if (known && known.job !== jobId)
        throw new ProblemError('REQUEST_BODY', 'That event belongs to another job.', {
          errors: [{ path: `events[${index}].id`, message: 'recorded under another job' }],
        })
      if (known) {
        answer.push(known)
        continue
      }
      const resolved = resolveJob(sheet, state)
      const newer =
        incoming.command.type === 'revisionMoved' ? await newerFor(db, job.sheet_id, incoming.command.revision, state) : undefined
      const decision = decide(state, incoming.command, { resolved, newer, person, device: incoming.device, at: incoming.at, recordedAt })
      if (!decision.ok)
        throw request.basedOn < job.seq
          ? await conflict(db, jobId, request.basedOn, decision.error, sheet, index)
          : refusedAt(decision.error, sheet, index)
      const event: JobEvent = {
        id: incoming.id,
        job: jobId,
        seq: state.seq + 1,
        at: incoming.at,
        recordedAt,
        by: { id: person.id, name: person.name },
        device: incoming.device,
        body: decision.value,
      }
      state = evolve(state, event)
      if (newer && event.body.type === 'revisionMoved') sheet = newer.sheet
      fresh.push(event)
      answer.push(event)
      if (event.body.type === 'traitsLearned') await addVehicleTraits(db, job.vehicle_id, { ...event.body.traits })
    }
    if (fresh.length > 0) {
      await insertEvents(db, fresh)
      await updateSummary(db, { id: jobId, seq: state.seq, revision: state.revision, ...summaryOf(resolveJob(sheet, state), state) })
    }
    return { result: { seq: state.seq, events: answer }, state }
  })
  keepState(state)
  return result
}

/** The revision a job is to go on by, for its car; undefined when there is none or it is for other cars. */
async function newerFor(db: Db, id: string, revision: number, state: JobState): Promise<ResolvedSheet | undefined> {
  const row = await findSheet(db, id, revision)
  const resolution = row && resolveSheet(row.body, carOf(state))
  return resolution?.applies === 'yes' ? resolution.resolved : undefined
}

function refusedAt(refusal: Refusal, sheet: Sheet, index: number): ProblemError {
  const { code, ...fields } = refusal
  return new ProblemError(code, refusalWords(refusal, sheet), { fields, errors: [{ path: `events[${index}]`, message: code }] })
}

async function conflict(db: Db, jobId: string, basedOn: number, refusal: Refusal, sheet: Sheet, index: number): Promise<ProblemError> {
  const since = await getEvents(db, jobId, basedOn)
  const who = [...new Set(since.map(event => event.by.name))].join(', ')
  return new ProblemError(
    'JOB_CONFLICT',
    `${who} has worked on this job since. ${refusalWords(refusal, sheet)} Look at the job as it stands now.`,
    { fields: { refusal, since }, errors: [{ path: `events[${index}]`, message: refusal.code }] },
  )
}
