import { systemRules } from '../../sheet/systemRules'
import { kindOfFluid } from '../../fluid/fluidKinds'
import { decidingLevel } from '../../sheet/decidingLevel'
import type { Level, Sheet } from '../../sheet/types'
import { readCold, type Scope } from '../goals/listGoals'
import { isNamed } from './listWaits'
import type { Timeline, WaitSpan } from '../types'

/**
 * Minutes until the fluid of an engine that has idled for its leak look is down to where a cold mark holds, where the sheet does not say.
 * Common practice, no source: two hours in a cool workshop; a hot day takes longer.
 */
const usualCooling = 120

/** The level that has to be read once more when the car has run and is cold again; undefined: none. */
function readAgainOf(sheet: Sheet, { bleed, levels, wet, runs }: Scope, drained: ReadonlySet<string>): Level | undefined {
  if (!runs || systemRules[sheet.system].staysCool) return undefined
  const own = decidingLevel(sheet)
  const isTurned = bleed === 'lock-to-lock' && sheet.bleeding.parameters.running !== undefined
  // Read before it ran, and moved by the turns with it running, or by the air that the heat carries out.
  if (own && wet && levels.cold.includes(own) && (isTurned || systemRules[sheet.system].isCoolant)) return own
  return sheet.circuits?.find(({ id, name, level }) => drained.has(id) && kindOfFluid(name) === 'coolant' && readCold(level))?.level
}

/**
 * The clock of a job whose level is read cold once more after it has run: it cools from the last time it was hot, while the rest is done,
 * and the job is over when it has been read. Minutes. Unchanged where nothing is read so, or where it has been hot before this plan begins:
 * then only the clock on the wall knows since when.
 */
export function coolsAfter(timeline: Timeline, sheet: Sheet, scope: Scope): Timeline {
  const drained = new Set(
    timeline.spans.flatMap(span => (span.kind === 'task' && span.task.startsWith('refill:') ? [span.task.slice(7)] : [])),
  )
  const level = readAgainOf(sheet, scope, drained)
  if (!level) return timeline
  const heated = timeline.spans.flatMap(span =>
    span.kind === 'task' && (span.task === 'stop' || span.task === 'road-test') ? [span.to] : [],
  )
  if (heated.length === 0) return timeline
  const from = Math.max(...heated)
  const step = { kind: 'level', target: level.id }
  const said = (sheet.waits ?? []).find(({ kind, before }) => kind === 'cool' && isNamed(before, step))?.minutes
  const to = from + (said ?? usualCooling)
  const text = `It cools: ${level.name} is read once more when it is cold.`
  const wait: WaitSpan & { from: number; to: number } = {
    id: 'cool-level',
    kind: 'cool',
    text,
    minutes: to - from,
    after: [],
    before: [],
    from,
    to,
  }
  const visit = timeline.spans.at(-1)?.visit ?? 0
  const isLonger = to > timeline.clock
  return {
    ...timeline,
    spans: isLonger ? [...timeline.spans, { kind: 'idle', from: timeline.clock, to, wait: wait.id, visit }] : timeline.spans,
    waits: [...timeline.waits, wait],
    clock: Math.max(timeline.clock, to) + (level.ways[0]?.minutes ?? 0),
  }
}
