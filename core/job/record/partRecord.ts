import type { Condition } from '../../plan/search/judgeChance'
import { siblingOf } from '../../plan/goals/siblings'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { BodyOf, FastenerLoss, JobState, LeakResult } from '../types'
import { nameIn } from './nameIn'

export type PartRecord = {
  operations: { id: string; name: string; off: boolean; on: boolean; fastenersOut: number; fastenersIn: number }[]
  /** Fasteners that could not go back, and what is there instead. */
  lost: { part: string; fastener: string; count: number; what: FastenerLoss; instead: string; by: string; at: string }[]
  /** Parts put back with new seals of their own, and how they looked. */
  parts: {
    name: string
    seals: { name: string; count: number; size?: string; part?: string }[]
    look?: LeakResult
    by?: string
    at?: string
  }[]
  renewed: { name: string; parts: readonly string[]; by: string; at: string }[]
  /** What was weighed beside the lines, and what the customer or the workshop said. */
  neighbours: {
    neighbour: string
    name: string
    choice: 'now' | 'leave'
    by: 'customer' | 'workshop'
    found?: Condition
    weighed?: NonNullable<BodyOf<'neighbourDecided'>['weighed']>
    note?: string
    at: string
  }[]
}

/** Parts off and on, what was lost or renewed of them, and what was weighed beside the lines. */
export function partRecord({ sheet }: ResolvedSheet, state: JobState): PartRecord {
  return {
    operations: Object.entries(state.operations).map(([id, record]) => ({
      id,
      name: nameIn(sheet.operations, id),
      off: record.off !== undefined,
      on: record.on !== undefined,
      fastenersOut: record.fastenersOut.reduce((sum, count) => sum + count, 0),
      fastenersIn: record.fastenersIn.reduce((sum, count) => sum + count, 0),
    })),
    lost: state.lost.map(({ operation, group, count, what, instead, by, at }) => {
      const found = sheet.operations.find(({ id }) => id === operation)
      const fastener = found?.fasteners[group]
      return {
        part: found?.name ?? operation,
        fastener: fastener ? `${fastener.what} ${fastener.size}` : `group ${group + 1}`,
        count,
        what,
        instead,
        by,
        at,
      }
    }),
    parts: sheet.operations.flatMap(({ id, name, seals = [] }) => {
      const { on, seals: fitted = [], looked } = state.operations[id] ?? {}
      if (!on || seals.length === 0) return []
      const renewed = seals.filter(seal => fitted.includes(seal.id)).map(({ name, count, size, part }) => ({ name, count, size, part }))
      return [{ name, seals: renewed, ...(looked && { look: looked.result, by: looked.by, at: looked.at }) }]
    }),
    renewed: Object.entries(state.renewed).flatMap(([id, { by, at }]) => {
      const found = sheet.neighbours.find(neighbour => neighbour.id === id)
      return found ? [{ name: found.what, parts: found.parts, by, at }] : []
    }),
    neighbours: Object.entries(state.neighbours).map(([neighbour, { choice, by, found, weighed, note, at }]) => ({
      neighbour,
      name:
        siblingOf(neighbour) === undefined
          ? (sheet.neighbours.find(({ id }) => id === neighbour)?.what ?? neighbour)
          : nameIn(sheet.lines, siblingOf(neighbour)!),
      choice,
      by,
      found,
      weighed,
      note,
      at,
    })),
  }
}
