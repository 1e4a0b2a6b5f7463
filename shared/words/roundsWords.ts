import type { RoundsPrediction } from '../../core/bleed/predictRounds'
import type { Sight } from '../../core/job/types'
import type { Millilitres } from '../../core/units/types'
import { plural } from './vocabulary'

type Range = { least: number; likely: number; most: number }
const range = ({ least, likely, most }: Range): string => (least === most ? `${likely}` : `${likely} (${least} to ${most})`)

/** What to expect of bleeding, and what to think of it once more rounds have been made than that. */
export function roundsWords(
  { rounds, through, topUpAfter, never }: RoundsPrediction,
  made: readonly { saw: Sight; toppedUp: boolean }[],
  units: { volume: (value: Millilitres) => string },
): { foreseen: string; doubt?: string } {
  const foreseen = never
    ? 'How many rounds it takes cannot be said here.'
    : `Expect about ${range(rounds)} rounds of five strokes, ${units.volume(Math.round(through.likely) as Millilitres)} through it. A full reservoir is half empty after ${plural(topUpAfter, 'round')}.`
  const since = made.length - 1 - made.findLastIndex(({ toppedUp }) => toppedUp)
  if (since > 0 && since >= topUpAfter)
    return {
      foreseen,
      doubt: `${plural(since, 'round')} since the reservoir was topped up: look into it before the next. Dry, it draws air.`,
    }
  const last = made.at(-1)
  if (never || made.length <= rounds.most || !last || last.saw === 'clear') return { foreseen }
  return {
    foreseen,
    doubt: `More rounds than expected, and still ${last.saw === 'dirty' ? 'dirty' : 'air'}. Air may be coming in: the bleeder closed too late, its hose end out of the jar, a loose joint, or a seal that draws air. Or it sits at a high point.`,
  }
}
