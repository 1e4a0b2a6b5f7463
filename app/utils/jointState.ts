import type { JointRecord } from '#core/job/types'
import type { Joint } from '#core/sheet/types'

/** How far a joint has come, for its shape on strip and picture. Each state has its own mark besides its colour. */
export type JointStatus = 'closed' | 'open' | 'capped' | 'sealed' | 'seated' | 'torqued' | 'proved'

export function jointStatus(joint: Joint | undefined, record: JointRecord | undefined): JointStatus {
  if (!record?.opened) return 'closed'
  if (record.leak?.result === 'dry') return 'proved'
  const needsTorque = joint?.torque !== undefined || joint?.turn !== undefined
  if (record.torqued || (record.seated && !needsTorque)) return 'torqued'
  if (record.seated) return 'seated'
  if (record.sealed) return 'sealed'
  return record.capped ? 'capped' : 'open'
}

export const jointStatusWords: Record<JointStatus, string> = {
  closed: 'not touched', open: 'open', capped: 'open and capped', sealed: 'new seals in', seated: 'seated', torqued: 'tight', proved: 'tight and dry',
}
