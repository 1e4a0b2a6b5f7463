import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Fastener, Slug } from '../../sheet/types'
import type { JobState } from '../types'

/** One well of the tray: bolts of one size, length and place out of one part. `in` is undefined while the part is off. */
export type Well = {
  operation: Slug
  name: string
  group: number
  fastener: Fastener
  out: number
  in?: number
  state: 'off' | 'back' | 'missing' | 'over'
}
export type Tray = {
  operation: Slug
  name: string
  wells: readonly Well[]
  /** More than one length or size: which goes where matters. */
  mixed: boolean
}

/** Whether two sizes or lengths come out of one part. */
export const isMixed = (fasteners: readonly Fastener[]): boolean =>
  new Set(fasteners.map(fastener => `${fastener.size}/${fastener.length ?? ''}`)).size > 1
/** Drawn on the part's outline when the sheet says where every one sits and they are not all alike. */
export const hasOutline = (fasteners: readonly Fastener[]): boolean =>
  isMixed(fasteners) && fasteners.every(fastener => fastener.spots?.length === fastener.count)

/** Every fastener that has come out, by the part it holds, with what is back in. Parts never taken off have no tray. */
export function fastenerLedger(resolved: ResolvedSheet, state: JobState): Tray[] {
  return resolved.sheet.operations.flatMap((operation): Tray[] => {
    const record = state.operations[operation.id]
    if (!record || operation.fasteners.length === 0) return []
    const wells = operation.fasteners.map((fastener, group): Well => {
      const out = record.fastenersOut[group] ?? 0
      const back = record.on ? (record.fastenersIn[group] ?? 0) : undefined
      return {
        operation: operation.id,
        name: operation.name,
        group,
        fastener,
        out,
        in: back,
        state: back === undefined ? 'off' : back === out ? 'back' : back < out ? 'missing' : 'over',
      }
    })
    return [{ operation: operation.id, name: operation.name, wells, mixed: isMixed(operation.fasteners) }]
  })
}

/** How many fasteners came out of all of them, and how many are back in: counts; of a part that is off none is. Our own. */
export function countBack(trays: readonly Pick<Tray, 'wells'>[]): { out: number; back: number } {
  const wells = trays.flatMap(tray => tray.wells)
  return { out: wells.reduce((sum, well) => sum + well.out, 0), back: wells.reduce((sum, well) => sum + (well.in ?? 0), 0) }
}
