import type { ResolvedSheet } from '../sheet/resolveSheet'
import { needsTorque } from '../sheet/needsTorque'
import { leakDoubt } from './jointStatus'
import type { JobState, MissingItem } from './types'

/** Everything that stands between the job and its sign-off, in the order a technician would mend it. Empty: ready. */
export function listMissing(resolved: ResolvedSheet, state: JobState): MissingItem[] {
  const { sheet } = resolved
  const missing: MissingItem[] = []
  if (!state.inputs) missing.push({ code: 'MISSING_PLAN' })
  for (const line of state.scope) {
    const record = state.lines[line]
    if (!record?.out) missing.push({ code: 'MISSING_LINE', line })
    else if (!record.in) missing.push({ code: 'MISSING_LINE_IN', line })
  }
  for (const joint of sheet.joints) {
    const record = state.joints[joint.id]
    if (!record?.opened) continue
    const oneTime = joint.seals.filter(seal => seal.reuse === 'never').map(seal => seal.id)
    const unfitted = oneTime.filter(id => !record.sealed?.seals.includes(id))
    if (unfitted.length > 0) missing.push({ code: 'MISSING_SEAL', joint: joint.id, seals: unfitted })
    if (!record.seated) missing.push({ code: 'MISSING_SEAT', joint: joint.id })
    if (needsTorque(joint) && !record.torqued) missing.push({ code: 'MISSING_TORQUE', joint: joint.id })
  }
  for (const [hold, record] of Object.entries(state.holds))
    if (record.released && !record.fastened) missing.push({ code: 'MISSING_HOLD', hold })
  for (const [operation, record] of Object.entries(state.operations)) {
    if (record.off && !record.on) missing.push({ code: 'MISSING_OPERATION', operation })
    if (record.on) {
      record.fastenersOut.forEach((out, group) => {
        const back = record.fastenersIn[group] ?? 0
        if (back !== out) missing.push({ code: 'MISSING_FASTENER', operation, group, out, in: back })
      })
    }
  }
  const opened = sheet.joints.filter(joint => state.joints[joint.id]?.opened)
  if (opened.length > 0) {
    if (state.cleaned.length === 0) missing.push({ code: 'MISSING_CLEANED' })
    for (const level of sheet.levels)
      if (state.levels.findLast(reading => reading.level === level.id)?.reading !== 'at')
        missing.push({ code: 'MISSING_LEVEL', level: level.id })
    for (const joint of opened) {
      const because = leakDoubt(state.joints[joint.id]!)
      if (because) missing.push({ code: 'MISSING_LEAK_CHECK', joint: joint.id, because })
    }
    if (sheet.proving.roadTest && state.roadTest?.result !== 'good' && !state.steps['road-test']?.skipped)
      missing.push({ code: 'MISSING_ROAD_TEST' })
  }
  return missing
}
