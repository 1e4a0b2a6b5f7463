import type { JobRecord } from '../../core/job/record/buildRecord'
import type { MadeEntry } from '../../core/job/record/linesRecord'
import type { Instrument, LeakResult, LevelReading, Sight, TorqueHow } from '../../core/job/types'
import type { BleedMethod, Sheet } from '../../core/sheet/types'
import { formatEntered, formatNumber, formatQuantity } from '../../core/units/formatQuantity'
import type { Millilitres } from '../../core/units/types'
import { triedWords } from './carTestWords'
import { leakedWords } from './fluidWords'
import { foundWords } from './foundWords'
import { endFormWords, endWords, joinWords, materialWords } from './makeActWords'
import { serviceWords, weighedWords } from './planWords'
import { plural } from './vocabulary'
import { conditionWords } from './remedyWords'

export const howWords: Record<TorqueHow, string> = {
  wrench: 'torque wrench',
  adapter: 'torque wrench with adapter',
  turn: 'snug and a stated turn, by feel',
  feel: 'by feel',
}
export const leakWords: Record<LeakResult, string> = { dry: 'dry', weeping: 'weeping', leaking: 'leaking' }
/** How a joint was found under pressure. */
export const lookWords = ({ leak, leftOut }: Pick<JobRecord['joints'][number], 'leak' | 'leftOut'>): string =>
  leftOut ? 'not there any more' : leak ? leakWords[leak] : 'not looked at'
/** What said a value, where nobody typed it. */
export const instrumentWords: Record<Instrument, string> = {
  'simulated-scan-tool': 'simulated scan tool',
  'simulated-torque-wrench': 'simulated torque wrench',
  'simulated-scale': 'simulated scale',
  'simulated-pump-gauge': 'simulated pump gauge',
}
export const readingWords: Record<LevelReading, string> = {
  at: 'at the mark',
  below: 'below the mark',
  above: 'above the mark',
  foam: 'foam, no level yet',
}

export const sightWords: Record<Sight, string> = { clear: 'clear, no air', air: 'air', foam: 'foam', dirty: 'dirty, no air' }
/** The same, to be chosen by a thumb. */
export const sightChoice: Record<Sight, string> = { clear: 'Clear, no air', air: 'Air', foam: 'Foam', dirty: 'Dirty, no air' }

/** What was said about something beside the lines, and on what it rested. */
export const choiceWords = ({
  choice,
  by,
  found,
  weighed,
  note,
}: Omit<JobRecord['neighbours'][number], 'neighbour' | 'name' | 'at'>): string =>
  `${[choice === 'now' ? 'renewed with this job' : 'left as it is', `decided by the ${by}`, found && `found ${conditionWords[found]}`].filter(Boolean).join(', ')}${weighed ? `; ${weighedWords(weighed)}` : ''}${note ? `. ${note}` : ''}`

const mL = (volume: Millilitres) => formatQuantity('volume', volume, 'mL')
/** One round of bleeding, or the whole circuit at once. */
export const roundWords = ({
  name,
  count,
  saw,
  toppedUp,
  airBack,
  bubble,
  stands,
  out,
  in: into,
}: Omit<JobRecord['rounds'][number], 'by' | 'at'>): string =>
  `Bled${name ? ` at ${name}` : ''}${count === undefined ? '' : `, ${plural(count, name ? 'stroke' : 'time')}`}: ${sightWords[saw]}${bubble ? `, ${formatNumber(bubble, 0)} mm of bubbles` : ''}${airBack ? ', drawn back in' : ''}${stands === undefined ? '' : `, reservoir then about ${formatNumber(stands * 100, 0)} % full`}${out === undefined ? '' : `, ${mL(out)} let out`}${into === undefined ? (toppedUp ? ', topped up' : '') : `, ${mL(into)} put in`}`
/** What is counted in a round of bleeding; a method that is not named counts nothing. */
export const countedWords: Partial<Record<BleedMethod, string>> = {
  'lock-to-lock': 'turns of the wheel',
  'pump-and-hold': 'strokes in this round',
  gravity: 'strokes, if any',
}
export function testWords(
  { test, result, note }: Pick<JobRecord['tests'][number], 'test' | 'result' | 'note'>,
  sheet: Pick<Sheet, 'proving'>,
): string {
  const { what, good } = triedWords(test, sheet)
  return `${what}: ${result === 'good' ? good : `not good, ${note ?? ''}`}`
}

/** How a line was made here. */
function madeWords({ how, note, tube, join, ends, by }: MadeEntry): string {
  if (how === 'without') return `made here without the list: ${note ?? ''} (${by}).`
  const size = [tube?.outside, tube?.wall].flatMap(mm => (mm === undefined ? [] : [formatNumber(mm, 2)])).join(' × ')
  const of = [size && `${size} mm`, tube?.material && materialWords[tube.material]].filter(Boolean).join(' ')
  const { from, to } = ends ?? {}
  const forms =
    from && from === to
      ? [`both ends ${endFormWords[from]}`]
      : [from && `${endWords.from} ${endFormWords[from]}`, to && `${endWords.to} ${endFormWords[to]}`]
  const more = [join && joinWords[join], ...forms].filter(Boolean)
  return `${[`made here${of ? ` from ${of}` : ''}`, ...more].join(', ')} (${by}).`
}

/** What no plan foresaw, as sentences for the record: parts put back or used although they differ, fasteners lost, waits cut. */
export const turnsWords = (
  record: Pick<
    JobRecord,
    'leaked' | 'lines' | 'putBack' | 'lost' | 'waitsCut' | 'traced' | 'service' | 'renewed' | 'parts' | 'balances' | 'leaflets' | 'observed'
  >,
): string[] => [
  ...(record.service ? [`Asked for: ${serviceWords[record.service]}.`] : []),
  ...record.leaked.map(
    ({ circuit, found, amount, by }) => `${circuit ?? 'Fluid'} lost before it came in: ${leakedWords(found, amount)} (${by}).`,
  ),
  ...record.renewed.map(({ name, parts, by }) => `${name} renewed${parts.length > 0 ? ` (${parts.join(', ')})` : ''}, ${by}.`),
  ...record.parts.map(
    ({ name, seals, look, by }) =>
      `${name} put back with ${seals.map(seal => `${seal.count} × ${seal.name}${seal.part ? ` ${seal.part}` : ''}`).join(', ') || 'its old seal'}; ${look ? `${leakWords[look]}, ${by}` : 'not looked at yet'}.`,
  ),
  ...record.balances.map(
    ({ name, balance }) =>
      `${name}: ${balance.out === undefined ? 'not measured' : formatQuantity('volume', balance.out, 'mL')} out, ${formatQuantity('volume', balance.in, 'mL')} in.`,
  ),
  ...record.leaflets.map(
    ({ name, low, high, from, by }) =>
      `${name}: torque by the leaflet, ${formatEntered('torque', low)} to ${formatEntered('torque', high)} (${from}; ${by}).`,
  ),
  ...record.observed.map(({ name, found, by }) => `Met on this car, ${name}: ${foundWords(found)} (${by}).`),
  ...record.putBack.map(({ name }) => `${name}: taken out and the old one put back.`),
  ...record.lines.flatMap(({ name, made }) => (made ? [`${name}: ${madeWords(made)}`] : [])),
  ...record.lines.flatMap(({ name, accepted }) =>
    accepted ? [`${name}: the new part differs and was used all the same, because ${accepted}.`] : [],
  ),
  ...record.lost.map(
    ({ part, fastener, count, what, instead, by }) => `${part}: ${count} × ${fastener} ${what}; instead: ${instead} (${by}).`,
  ),
  ...record.traced.map(({ name, note, by }) =>
    name ? `${name}: what was seen came from elsewhere: ${note} (${by}).` : `Air was drawn in: ${note} (${by}).`,
  ),
  ...record.waitsCut.map(
    ({ text, reason, celsius, by }) =>
      `Not waited for: ${text} ${celsius === undefined ? '' : `Measured ${formatQuantity('temperature', celsius, 'degC')}. `}${reason} (${by}).`,
  ),
]
