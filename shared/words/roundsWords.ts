import type { Crest } from '../../core/bleed/crestOf'
import type { RoundsPrediction } from '../../core/bleed/predictRounds'
import type { Sight } from '../../core/job/types'
import type { Millilitres } from '../../core/units/types'
import type { Sheet } from '../../core/sheet/types'
import { highPoint } from './airWords'
import { plural } from './vocabulary'

type Range = { least: number; likely: number; most: number }
const range = ({ least, likely, most }: Range): string => (least === most ? `${likely}` : `${likely} (${least} to ${most})`)

/** A prediction on a sheet's circuit, and where in it a bubble may stay. */
export type RoundsTold = RoundsPrediction & { crest?: Crest }

/** What to expect of bleeding, and what to think of it once more rounds have been made than that. */
export function roundsWords(
  { rounds, through, topUpAfter, never, crest }: RoundsTold,
  made: readonly { saw: Sight; toppedUp: boolean }[],
  units: { volume: (value: Millilitres) => string },
  sheet?: Sheet,
): { foreseen: string; doubt?: string } {
  const crestWords = crest
    ? ` A bubble can stay at ${highPoint(crest, sheet)}: small strokes leave it there. Open the bleeder wide so that the flow takes it along, or fill from below.`
    : ''
  const foreseen = never
    ? `It is not expected to run clear like this.${crestWords}`
    : `Expect about ${range(rounds)} rounds of five strokes, ${units.volume(Math.round(through.likely) as Millilitres)} through it. A full reservoir is half empty after ${plural(topUpAfter, 'round')}.${crestWords}`
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
