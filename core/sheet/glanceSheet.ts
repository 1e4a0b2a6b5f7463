import { developLine } from '../route/developLine'
import type { Contested, JointKind, Section, Sheet, Slug, SourceKind } from './types'
import { endOn, isOn } from './jointLines'
import { settleValue } from './settleContested'

/** A line as a little strip: its sections and holds in mm along it, and what it ends in. Without sections nobody has measured it. */
export type LineGlance = {
  line: Slug
  length: number
  sections: readonly { kind: Section['kind']; from: number; to: number }[]
  holds: readonly number[]
  ends: readonly JointKind[]
}
/** What a sheet holds, at a glance: its lines, and how many of its values are from where. */
export type SheetGlance = { lines: readonly LineGlance[]; sources: Partial<Record<SourceKind, number>>; unknown: number }

/** Every value of a sheet that has a source, or should have one. */
function contestedIn(sheet: Sheet): Contested<unknown>[] {
  const stated = [
    ...[...sheet.joints, ...sheet.holds, ...sheet.operations.flatMap(({ fasteners }) => fasteners), ...sheet.bleeders, ...sheet.fills].map(
      ({ torque }) => torque,
    ),
    ...sheet.levels.flatMap(({ temperature, torque }) => [temperature, torque]),
    sheet.fluid.spec,
    sheet.fluid.capacity,
    sheet.fluid.reservoir,
    ...sheet.fluid.volumes.map(({ volume }) => volume),
    ...(sheet.circuits ?? []).flatMap(({ spec, capacity, level }) => [spec, capacity, level.temperature, level.torque]),
    sheet.proving.leakMinutes,
  ]
  return stated.filter(value => value !== undefined)
}

/** The source whose value is worked with; several that agree or share a part count by the best of them. */
function sourceOf(contested: Contested<unknown>): SourceKind | undefined {
  const settled = settleValue(contested as Contested<string>)
  if (settled.kind === 'unknown') return undefined
  return 'chosen' in settled ? settled.chosen.source : settled.from[0]!.source
}

/** Lengths in mm. A value with several sources counts once, by the source that is worked with. */
export function glanceSheet(sheet: Sheet): SheetGlance {
  const sources: Partial<Record<SourceKind, number>> = {}
  let unknown = 0
  for (const contested of contestedIn(sheet)) {
    const source = sourceOf(contested)
    if (source === undefined) unknown++
    else sources[source] = (sources[source] ?? 0) + 1
  }
  const lines = sheet.lines.map((line): LineGlance => {
    const developed = line.sections.length > 0 ? developLine(line.sections) : undefined
    const { length, sections } = developed?.ok ? developed.value : { length: 0, sections: [] }
    const joints = sheet.joints.filter(joint => isOn(joint, line.id))
    return {
      line: line.id,
      length,
      sections: sections.map(({ kind, from, to }) => ({ kind, from, to })),
      holds: sheet.holds.filter(hold => hold.line === line.id).map(hold => hold.at),
      ends: joints.toSorted((a, b) => Number(endOn(a, line.id) === 'to') - Number(endOn(b, line.id) === 'to')).map(joint => joint.kind),
    }
  })
  return { lines, sources, unknown }
}
