import type { Contested, Level, Sheet, Window } from '../../sheet/types'
import type { NewtonMetres } from '../../units/types'
import { leafletKey } from './thingKeys'
import type { JobState, TorquedThing } from '../types'

/**
 * The sheet as it is for one job: where the leaflet in the box states a torque, that is the one that counts, and the sheet's own stand
 * beside it. The sheet itself where no leaflet has said anything.
 */
export function withLeaflets(sheet: Sheet, leaflets: JobState['leaflets']): Sheet {
  if (Object.keys(leaflets).length === 0) return sheet
  const stated = (thing: TorquedThing, target: string, torque: Torque, group?: number): { torque?: Torque } => {
    const leaflet = leaflets[leafletKey({ thing, target, group })]
    if (!leaflet) return torque === undefined ? {} : { torque }
    const { window: value, from, at, by } = leaflet
    const others = torque === undefined || torque === 'unknown' ? [] : torque.values
    return {
      torque: {
        values: [{ value, source: 'maker-instruction', citation: from, date: at.slice(0, 10) }, ...others],
        settled: { index: 0, by, why: 'printed in the leaflet with the part' },
      },
    }
  }
  const withLevel = (level: Level): Level => ({ ...level, ...stated('level', level.id, level.torque) })
  return {
    ...sheet,
    joints: sheet.joints.map(joint => ({ ...joint, ...stated('joint', joint.id, joint.torque) })),
    holds: sheet.holds.map(hold => ({ ...hold, ...stated('hold', hold.id, hold.torque) })),
    bleeders: sheet.bleeders.map(bleeder => ({ ...bleeder, ...stated('bleeder', bleeder.id, bleeder.torque) })),
    levels: sheet.levels.map(withLevel),
    fills: sheet.fills.map(fill => ({ ...fill, ...stated('fill', fill.id, fill.torque) })),
    ...(sheet.circuits && { circuits: sheet.circuits.map(circuit => ({ ...circuit, level: withLevel(circuit.level) })) }),
    operations: sheet.operations.map(operation => ({
      ...operation,
      fasteners: operation.fasteners.map((fastener, group) => ({
        ...fastener,
        ...stated('operation', operation.id, fastener.torque, group),
      })),
    })),
  }
}
type Torque = Contested<Window<NewtonMetres>> | undefined
