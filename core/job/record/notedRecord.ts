import type { StepRef } from '../steps/stepKinds'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Sheet } from '../../sheet/types'
import type { Celsius } from '../../units/types'
import { levelsOf } from '../../sheet/levelsOf'
import { waitNamed } from '../state/waits'
import type { JobState } from '../types'
import type { Found, ObservedThing } from '../../sheet/observation'

function nameOfThing(sheet: Sheet, about: ObservedThing, id: string): string {
  const { joints, holds, operations, lines, bleeders, neighbours } = sheet
  const things = { joint: joints, hold: holds, operation: operations, line: lines, bleeder: bleeders, level: levelsOf(sheet) }
  if (about === 'neighbour') return neighbours.find(one => one.id === id)?.what ?? id
  return things[about].find(one => one.id === id)?.name ?? id
}
export type NotedRecord = {
  /** Waits that were not kept to their end. */
  waitsCut: { text: string; reason: string; celsius?: Celsius; by: string; at: string }[]
  /** What was met on the car and the sheet did not know. */
  observed: { name: string; found: Found; by: string; at: string }[]
  skipped: { step: StepRef; reason: string; by: string; at: string }[]
  notes: { text: string; by: string; at: string }[]
  photos: { photo: string; step?: StepRef; caption?: string; by: string; at: string }[]
}

/** What was said, seen or left out on the way. */
export function notedRecord({ sheet }: ResolvedSheet, state: JobState): NotedRecord {
  return {
    waitsCut: Object.entries(state.waitsCut).map(([wait, { reason, celsius, by, at }]) => ({
      text: waitNamed(sheet, wait)?.text ?? wait,
      reason,
      celsius,
      by,
      at,
    })),
    observed: state.observed.map(({ about, target, found, by, at }) => ({ name: nameOfThing(sheet, about, target), found, by, at })),
    skipped: Object.values(state.steps).flatMap(mark => (mark?.skipped ? [{ ...mark.skipped, by: mark.by, at: mark.at }] : [])),
    notes: state.notes.map(({ text, by, at }) => ({ text, by, at })),
    photos: state.photos.map(({ photo, step, caption, by, at }) => ({ photo, step, caption, by, at })),
  }
}
