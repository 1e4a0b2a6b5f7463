import { needsTorque } from '../../sheet/needsTorque'
import type { Joint } from '../../sheet/types'
import { countsAfterAll, disturbancesOf } from './carState'
import type { JointRecord } from '../types'

export type JointStatus = 'closed' | 'open' | 'capped' | 'sealed' | 'seated' | 'torqued' | 'proved'

/** Seated, and torqued where a torque is asked. */
export const isTight = (joint: Joint, record: JointRecord | undefined): boolean =>
  record?.seated !== undefined && (record.torqued !== undefined || !needsTorque(joint))

/** What keeps a joint's leak check from counting; undefined when it counts. Whatever was done to the joint since voids it. */
export function leakDoubt(record: JointRecord): 'not-done' | 'not-dry' | 'disturbed-since' | undefined {
  const { leak } = record
  if (!leak) return 'not-done'
  if (leak.result !== 'dry') return 'not-dry'
  return countsAfterAll(leak, disturbancesOf(record)) ? undefined : 'disturbed-since'
}

/** How far a joint has come: one word for strip, picture and count. */
export function jointStatus(joint: Joint, record: JointRecord | undefined): JointStatus {
  if (!record?.opened) return 'closed'
  if (isTight(joint, record)) return leakDoubt(record) === undefined ? 'proved' : 'torqued'
  if (record.seated) return 'seated'
  if (record.sealed) return 'sealed'
  return record.capped ? 'capped' : 'open'
}
