import type { EndsMeasured, EndsVerdict, Suspect } from '../../core/making/suspectReading'
import { formatNumber } from '../../core/units/formatQuantity'
import { list } from './vocabulary'

const unit = { straight: ' mm', bend: '°', rotate: '°' } as const
const name = ({ row, what }: Suspect): string => `row ${row + 1}’s ${what === 'rotate' ? 'turn' : what}`
const number = (value: number, { what }: Suspect): string => `${formatNumber(value, 0)}${unit[what]}`

/** By how much the ends miss, as far as it was measured. */
export function missWords(off: EndsMeasured): string {
  const parts = [
    off.along !== undefined && `${formatNumber(Math.abs(off.along), 0)} mm along`,
    off.away !== undefined && `${formatNumber(Math.abs(off.away), 0)} mm aside`,
    off.between !== undefined && `${formatNumber(Math.abs(off.between), 0)}° in direction`,
    off.twist !== undefined && `${formatNumber(Math.abs(off.twist), 0)}° round the first straight`,
  ].filter((part): part is string => !!part)
  return list(parts)
}

/** One sentence: which reading is most likely wrong, or that none alone explains it. */
export function endsWords(verdict: EndsVerdict): string {
  if (verdict.meets) return 'The ends meet, within what a rule and a protractor are read to.'
  const miss = `The ends miss by ${missWords(verdict.off)}.`
  const [first, ...more] = verdict.suspects
  if (!first) return `${miss} No single reading explains it: measure the line again.`
  if (more.length > 4) return `${miss} Many readings would explain it: measure more of where the second end lies.`
  if (more.length > 0) return `${miss} One of these is wrong, measure them again: ${list([first, ...more].map(name))}.`
  return `${miss} Most likely wrong is ${name(first)}: it reads ${number(first.is, first)}, and ${number(first.should, first)} brings them together.`
}
