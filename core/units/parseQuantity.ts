import { fail, ok, type Result } from '../result'
import type { Dimension, UnitsOf } from './types'
import { unitTable } from './unitTable'

export type ParsedQuantity<D extends Dimension> = { low: number; high: number; unit: UnitsOf[D] }
export type ParseIssue =
  | { code: 'UNIT_NOT_A_NUMBER'; text: string }
  | { code: 'UNIT_UNKNOWN'; text: string; unit: string }
  | { code: 'UNIT_RANGE_REVERSED'; text: string; low: number; high: number }

// "1 1/2", "7/16", "18", "18.5", "18,5", with one space where there are any; no amount of ours has more digits.
const numberPattern = String.raw`(?:\d{1,9} )?\d{1,9} ?\/ ?\d{1,9}|\d{1,15}(?:[.,]\d{1,15})?|[.,]\d{1,15}`
const quantityPattern = new RegExp(String.raw`^([-−]?) ?(${numberPattern}) ?(?:(?:-|–|to) ?(${numberPattern}))? ?(.*)$`, 'i')

function readNumber(text: string): number {
  const fraction = /^(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$/.exec(text.trim())
  if (fraction) return Number(fraction[1] ?? 0) + Number(fraction[2]) / Number(fraction[3])
  return Number(text.replace(',', '.'))
}

function findUnit<D extends Dimension>(dimension: D, text: string): UnitsOf[D] | undefined {
  const wanted = text.toLowerCase().replace(/[\s.·*-]/g, '')
  const rows = Object.entries(unitTable[dimension]) as [UnitsOf[D], (typeof unitTable)[D][UnitsOf[D]]][]
  return rows.find(([, row]) => (row as { aliases: readonly string[] }).aliases.includes(wanted))?.[0]
}

/**
 * Reads what a person types into a box: "14-24 lbft", "7/16", "1 qt", "18,5 N·m". Without a unit the box's own unit (`assumed`) holds. A
 * single value has low = high. Fails where there is no number, a unit that is not known, or two values the wrong way round.
 */
export function parseQuantity<D extends Dimension>(dimension: D, text: string, assumed: UnitsOf[D]): Result<ParsedQuantity<D>, ParseIssue> {
  const match = quantityPattern.exec(text.trim().replace(/\s+/g, ' '))
  if (!match) return fail({ code: 'UNIT_NOT_A_NUMBER', text })
  const [, sign, first = '', second, rest = ''] = match
  const low = readNumber(first) * (sign ? -1 : 1)
  const high = second === undefined ? low : readNumber(second)
  if (!Number.isFinite(low) || !Number.isFinite(high)) return fail({ code: 'UNIT_NOT_A_NUMBER', text })
  const unit = rest.trim() === '' ? assumed : findUnit(dimension, rest)
  if (unit === undefined) return fail({ code: 'UNIT_UNKNOWN', text, unit: rest.trim() })
  if (high < low) return fail({ code: 'UNIT_RANGE_REVERSED', text, low, high })
  return ok({ low, high, unit })
}
