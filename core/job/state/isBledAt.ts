import type { Sheet, Slug } from '../../sheet/types'
import { countsAfterAll } from './carState'
import type { JobState, Mark } from '../types'

export type BledDoubt = 'not-done' | 'not-clear' | 'too-few' | 'opened-since'

/**
 * The stop rule of bleeding, from the rounds on record: the last round at this place since the circuit was opened ran clear, and where the
 * sheet counts turns of the wheel, so many have been made since then, without the engine and, where the sheet asks, with it. Undefined: it
 * is bled.
 */
export function isBledAt(
  sheet: Sheet,
  state: JobState,
  bleeder: Slug,
  openings: readonly Mark[],
  isRunning = false,
): BledDoubt | undefined {
  const made = roundsAt(state, bleeder, isRunning)
  const counting = made.filter(round => countsAfterAll(round, openings))
  const last = counting.at(-1)
  if (!last) return made.length > 0 ? 'opened-since' : 'not-done'
  if (last.saw !== 'clear') return 'not-clear'
  const turns = turnsCounted(sheet, state, bleeder, openings, isRunning)
  return turns && turns.made < turns.asked ? 'too-few' : undefined
}

/**
 * Turns of the wheel made here since the circuit was opened, and how many the sheet asks for; undefined where it counts none. How many is
 * the sheet’s; common practice, no source, where it says nothing else.
 */
export function turnsCounted(
  sheet: Sheet,
  state: JobState,
  bleeder: Slug,
  openings: readonly Mark[],
  isRunning: boolean,
): { made: number; asked: number } | undefined {
  const { turns, strokes = 0, running = 0 } = sheet.bleeding.parameters
  if (turns === undefined || bleeder !== sheet.id) return undefined
  const made = roundsAt(state, bleeder, isRunning)
    .filter(round => countsAfterAll(round, openings))
    .reduce((sum, { count = 0 }) => sum + count, 0)
  return { made, asked: isRunning ? running : strokes }
}

const roundsAt = (state: JobState, bleeder: Slug, isRunning: boolean) =>
  state.rounds.filter(round => round.bleeder === bleeder && (round.running ?? false) === isRunning)
