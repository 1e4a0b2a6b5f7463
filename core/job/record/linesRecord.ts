import { chosenPart } from '../../sheet/chosenPart'
import type { EndForm } from '../../making/cutLength'
import type { Join } from '../../making/joins'
import type { TubeMaterial } from '../../making/tubeStrength'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Slug } from '../../sheet/types'
import type { JobState } from '../types'

/** A line that was made here: by its list, what of and how it is joined; without the list, how in words. */
export type MadeEntry = {
  how: 'bench' | 'without'
  note?: string
  /** In mm. */
  tube?: { outside?: number; wall?: number; material?: TubeMaterial }
  join?: Join
  ends?: { from?: EndForm; to?: EndForm }
  by: string
  at: string
}
function madeOf(state: JobState, line: Slug): MadeEntry | undefined {
  const made = state.lines[line]?.made
  if (!made) return undefined
  const { how, note, by, at } = made
  if (how === 'without') return { how, note, by, at }
  const { tube, join, ends } = state.making[line]?.said.making ?? {}
  return { how, tube, join, ends: ends && { from: ends.from.form, to: ends.to.form }, by, at }
}
export type LinesRecord = {
  /** `which`: the old one went back in. */
  lines: {
    id: string
    name: string
    mark?: string
    part?: string
    outAt?: string
    inAt?: string
    which?: 'old' | 'new'
    differs?: string
    accepted?: string
    made?: MadeEntry
  }[]
  leftAlone: { id: string; name: string }[]
  /** Lines taken out and put back as they were. */
  putBack: { id: string; name: string }[]
}

/** The lines of a job: which were renewed and of what, which were left or put back. */
export function linesRecord(resolved: ResolvedSheet, state: JobState): LinesRecord {
  return {
    lines: resolved.lines
      .filter(line => state.scope.includes(line.id))
      .map(line => {
        const record = state.lines[line.id]
        return {
          id: line.id,
          name: line.name,
          mark: line.mark,
          part: chosenPart(line, state.inputs?.parts)?.number,
          outAt: record?.out?.at,
          inAt: record?.in?.at,
          which: record?.which,
          differs: record?.compared?.differs ?? record?.received?.differs,
          accepted: record?.accepted?.why,
          made: madeOf(state, line.id),
        }
      }),
    leftAlone: resolved.lines.filter(line => !state.scope.includes(line.id)).map(({ id, name }) => ({ id, name })),
    putBack: resolved.lines.filter(({ id }) => state.lines[id]?.which === 'old').map(({ id, name }) => ({ id, name })),
  }
}
