import { writeCsv } from '../../core/exchange/writeCsv'
import { buildRecord, type JobRecord } from '../../core/job/buildRecord'
import { fold } from '../../core/job/evolve'
import type { Sheet } from '../../core/sheet/types'
import { readSettings } from '../sql/settings/settings'
import type { Db } from '../utils/db'
import { getJob } from './jobs'
import { resolveJob } from './jobState'
import { zoneOf } from './shopSettings'

export async function getRecord(db: Db, jobId: string): Promise<{ record: JobRecord; sheet: Sheet; workshop: string; zone: string }> {
  const { events, sheet } = await getJob(db, jobId)
  const state = fold(events)!
  const settings = await readSettings(db)
  return {
    record: buildRecord(resolveJob(sheet, state), state, events),
    sheet,
    workshop: typeof settings.workshop === 'string' ? settings.workshop : '',
    zone: zoneOf(settings),
  }
}

export const recordFileName = (record: JobRecord, suffix: string): string =>
  `job-${record.number}-${suffix.includes('.') ? suffix : `record.${suffix}`}`

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
