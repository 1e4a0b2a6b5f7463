import { planOnce } from '../../core/plan/planOnce'
import { decide } from '../../core/job/commands/decide'
import { evolve } from '../../core/job/state/evolve'
import { eventVersion, type JobEvent, type Person, type Refusal } from '../../core/job/types'
import type { Sheet } from '../../core/sheet/types'
import type { OpenJobRequest } from '../../shared/schemas/job'
import type { JobRow } from '../../shared/schemas/jobRow'
import type { JobView } from '../../shared/schemas/jobView'
import { refusalWords } from '../../shared/words/refusalWords'
import { findJob } from '../sql/jobs/findJob'
import { insertEvents } from '../sql/jobs/insertEvents'
import { insertJob, nextJobNumber } from '../sql/jobs/insertJob'
import { toEvent } from '../sql/jobs/jobRows'
import { listEvents } from '../sql/jobs/listEvents'
import { listOpenJobs } from '../sql/jobs/listOpenJobs'
import { listSheetsById } from '../sql/sheets/listSheets'
import { isUniqueViolation, withTransaction, type Db } from '../utils/db'
import { tellMoved } from '../utils/feed'
import { ProblemError } from '../utils/problemError'
import { summaryOf } from './jobState'
import { getVehicle } from './lookUp'
import { getSheet, resolveFor } from './sheets'
import { readForFloor, readUpToDate } from './summaries'

export const jobUnknown = () => new ProblemError('JOB_UNKNOWN', 'This job is not known here. Go back to the Floor.')

export async function getJobRow(db: Db, id: string): Promise<JobRow> {
  const row = await findJob(db, id)
  if (!row) throw jobUnknown()
  return readUpToDate(db, row)
}

/** A row of the Floor that has moved. */
export async function getFloorRow(db: Db, id: string): Promise<JobRow> {
  const row = await findJob(db, id)
  if (!row) throw jobUnknown()
  return readForFloor(db, row)
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
  return { row: await readUpToDate(db, row), events: events.map(toEvent), sheet, latest: head?.revision ?? sheet.revision, vehicle }
}

/** A page of the Floor; whoever wants more asks on from the number of its last. */
export async function getFloor(db: Db, after?: number): Promise<JobRow[]> {
  const rows: JobRow[] = []
  for (const row of await listOpenJobs(db, after)) rows.push(await readForFloor(db, row))
  return rows
}

export async function getEvents(db: Db, id: string, after: number): Promise<JobEvent[]> {
  return (await listEvents(db, id, after)).map(toEvent)
}

/** Opens a job on the latest revision of a sheet. The device chose the id, so asking twice opens one job. */
export async function openJob(request: OpenJobRequest, person: Person): Promise<JobRow> {
  const existing = async (db: Db) => {
    const row = await findJob(db, request.id)
    return row && readUpToDate(db, row)
  }
  try {
    const row = await withTransaction(async db => {
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
        { resolved, plan: planOnce, person, device: request.device, at: request.at, recordedAt },
      )
      if (!decision.ok) throw refused(decision.error, sheet)
      const event: JobEvent = {
        v: eventVersion,
        id: request.id,
        job: request.id,
        seq: 1,
        seen: 0,
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
        ...(await summaryOf(resolved, state)),
      })
      await insertEvents(db, [event])
      return (await existing(db))!
    })
    tellMoved({ id: row.id, seq: row.seq })
    return row
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
