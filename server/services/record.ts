import { writeCsv } from '../../core/exchange/writeCsv'
import type { JobRecord } from '../../core/job/record/buildRecord'
import type { Sheet } from '../../core/sheet/types'
import { findJob } from '../sql/jobs/findJob'
import type { EventRow, JobHeadRow } from '../sql/jobs/jobRows'
import { listEvents } from '../sql/jobs/listEvents'
import { readSettings } from '../sql/settings/settings'
import type { Db } from '../utils/db'
import { runTask } from '../utils/workers'
import { jobUnknown } from './jobs'
import { getPrintablePhotos } from './photos'
import { getSheet } from './sheets'
import { zoneOf } from './shopSettings'

/** A long job is read, folded and made a record of in a worker: the event loop only hands its rows on, one job of a person at a time. */
async function findRows(db: Db, job: JobHeadRow): Promise<{ rows: EventRow[]; sheet: Sheet }> {
  return { sheet: await getSheet(db, job.sheet_id, job.sheet_revision), rows: await listEvents(db, job.id, 0) }
}
async function known(db: Db, jobId: string): Promise<JobHeadRow> {
  const job = await findJob(db, jobId)
  if (!job) throw jobUnknown()
  return job
}

export async function getRecord(db: Db, jobId: string, gone?: AbortSignal): Promise<JobRecord> {
  const job = await known(db, jobId)
  return runTask('record', () => findRows(db, job), gone)
}

export async function getRecordPdf(db: Db, jobId: string, gone?: AbortSignal): Promise<{ number: number; pdf: Uint8Array }> {
  const job = await known(db, jobId)
  const asked = async () => {
    const { rows, sheet } = await findRows(db, job)
    const settings = await readSettings(db)
    const workshop = typeof settings.workshop === 'string' ? settings.workshop : ''
    return { rows, sheet, workshop, zone: zoneOf(settings), photos: await getPrintablePhotos(db, jobId, rows) }
  }
  return { number: job.number, pdf: await runTask('recordPdf', asked, gone) }
}

export const recordFileName = ({ number }: Pick<JobRecord, 'number'>, suffix: string): string =>
  `job-${number}-${suffix.includes('.') ? suffix : `record.${suffix}`}`

const round = (value: number | undefined, digits: number) => (value === undefined ? undefined : Number(value.toFixed(digits)))

export const writeTorquesCsv = (record: JobRecord): string =>
  writeCsv(
    [
      'job',
      'joint',
      'entered',
      'unit',
      'newton_metres',
      'pound_feet',
      'window_low_nm',
      'window_high_nm',
      'how',
      'verdict',
      'reason',
      'by',
      'at',
    ],
    record.torques.map(torque => [
      record.number,
      torque.name,
      torque.entered?.value,
      torque.entered?.unit,
      round(torque.newtonMetres, 2),
      round(torque.poundFeet, 2),
      round(torque.window?.low, 2),
      round(torque.window?.high, 2),
      torque.how,
      torque.verdict,
      torque.reason,
      torque.by,
      torque.at,
    ]),
  )

export const writeFluidsCsv = (record: JobRecord): string =>
  writeCsv(
    ['job', 'kind', 'entered', 'unit', 'millilitres', 'how', 'by', 'at', 'circuit', 'drained'],
    record.fluids.map(fluid => [
      record.number,
      fluid.kind,
      fluid.entered.value,
      fluid.entered.unit,
      round(fluid.millilitres, 1),
      fluid.how,
      fluid.by,
      fluid.at,
      fluid.circuit,
      fluid.drained ? 'yes' : undefined,
    ]),
  )
