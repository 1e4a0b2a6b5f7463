import { levelsOf } from '../../sheet/levelsOf'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Sheet, Window } from '../../sheet/types'
import { fromSi } from '../../units/convertUnit'
import type { Entered, NewtonMetres } from '../../units/types'
import type { Instrument, JobState, Mark, TorqueHow, TorqueJudged } from '../types'
import { nameIn } from './nameIn'

export type TorqueEntry = {
  /** The joint, or what else was tightened. */
  joint: string
  name: string
  how: TorqueHow
  entered?: Entered<'torque'>
  newtonMetres?: NewtonMetres
  poundFeet?: number
  window?: Window<NewtonMetres>
  verdict: 'inside' | 'under' | 'over' | 'not-measured'
  reason?: string
  instrument?: Instrument
  by: string
  at: string
}
const torqueEntry = (joint: string, name: string, torque: TorqueJudged, { by, at }: Pick<Mark, 'by' | 'at'>): TorqueEntry => ({
  joint,
  name,
  how: torque.how,
  entered: torque.entered,
  newtonMetres: torque.torque,
  poundFeet: torque.torque === undefined ? undefined : fromSi('torque', torque.torque, 'lbf.ft'),
  window: torque.window,
  verdict: torque.verdict,
  reason: torque.reason,
  ...(torque.instrument && { instrument: torque.instrument }),
  by,
  at,
})
/** A group of fasteners goes by its part and by what it is. */
function nameOfTightened(sheet: Sheet, id: string, group: number): string {
  const { operations, holds, bleeders, fills } = sheet
  const operation = operations.find(candidate => candidate.id === id)
  const fastener = operation?.fasteners[group]
  if (operation && fastener) return `${operation.name}, ${fastener.what} ${fastener.size}`
  return [...holds, ...bleeders, ...fills, ...levelsOf(sheet)].find(candidate => candidate.id === id)?.name ?? id
}
export type TorqueRecord = {
  torques: TorqueEntry[]
  /** Torques that leaflets stated and the sheet did not, or otherwise. */
  leaflets: { name: string; low: Entered<'torque'>; high: Entered<'torque'>; from: string; by: string; at: string }[]
}

/** What was torqued and to what, and what leaflets said of it. */
export function torqueRecord({ sheet }: ResolvedSheet, state: JobState): TorqueRecord {
  return {
    torques: [
      ...sheet.joints.flatMap(({ id, name }) => {
        const torqued = state.joints[id]?.torqued
        return torqued ? [torqueEntry(id, name, torqued, torqued)] : []
      }),
      ...Object.values(state.tightened).flatMap(tightened =>
        tightened.torques.flatMap((torque, group) =>
          torque ? [torqueEntry(tightened.target, nameOfTightened(sheet, tightened.target, group), torque, tightened)] : [],
        ),
      ),
    ],
    leaflets: Object.values(state.leaflets).map(({ thing, target, group, low, high, from, by, at }) => ({
      name: thing === 'joint' ? nameIn(sheet.joints, target) : nameOfTightened(sheet, target, group ?? 0),
      low,
      high,
      from,
      by,
      at,
    })),
  }
}
