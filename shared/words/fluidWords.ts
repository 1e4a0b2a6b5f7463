import type { FillDoubt } from '../../core/fluid/judgeFill'
import { holdRule, type HoldVerdict } from '../../core/bleed/judgeHold'
import type { Amount } from '../../core/fluid/balanceCircuit'
import type { FluidBalance } from '../../core/fluid/balanceFluid'
import type { Millilitres } from '../../core/units/types'
import type { FluidEntry } from '../../core/job/record/fluidRecord'
import type { Bottle, LeakedFound, Weighed } from '../../core/job/types'
import { formatEntered, formatNumber } from '../../core/units/formatQuantity'

/** "weighed: 1,240 g full, 310 g empty" */
export const scaleWords = ({ full, empty }: Weighed): string =>
  `weighed: ${formatNumber(full, 0)} g full, ${formatNumber(empty, 0)} g empty`

/** What the fluid came out of. */
export const bottleWords = (bottle: Bottle): string =>
  bottle === 'sealed' ? 'from a sealed bottle' : `from a bottle opened on ${bottle.opened}`

/** How an amount in the record is known, and what it came out of. */
export const fluidHowWords = ({ how, weighed, bottle, kept }: Pick<FluidEntry, 'how' | 'weighed' | 'bottle' | 'kept'>): string =>
  [weighed ? scaleWords(weighed) : how, bottle && bottleWords(bottle), kept && `used all the same: ${kept}`].filter(Boolean).join('; ')

const about = (amount: Amount | undefined) =>
  amount === undefined
    ? 'nobody knows how much'
    : `about ${formatNumber(amount.millilitres, 0)} mL, give or take ${formatNumber(amount.within, 0)}`

/** How much a car had lost, and how that is known. */
export function leakedWords(found: LeakedFound, amount: Amount | undefined): string {
  switch (found.by) {
    case 'level':
      return `level ${formatNumber(found.mm, 0)} mm below its mark; ${about(amount)}`
    case 'drips':
      return `${formatNumber(found.perMinute, 1)} drips a minute for ${formatNumber(found.hours, 0)} h; ${about(amount)}`
    case 'added':
      return `${formatEntered('volume', found.entered)} put in by the customer since; ${about(amount)}`
    case 'unknown':
      return about(undefined)
  }
}

/** The ways in which it can be known what a car lost. */
export const leakedByWords: Record<LeakedFound['by'], string> = {
  level: 'By its level',
  drips: 'By its drips',
  added: 'By what was put in',
  unknown: 'Nobody knows',
}

/** What else is owed beside what was caught; empty where nothing is known of it. */
export function owedBesides(balance: Pick<FluidBalance, 'held' | 'leaked'>, volume: (amount: Millilitres) => string): string {
  const { held, leaked } = balance
  const parts = [
    held && held.millilitres >= 1 ? `about ${volume(held.millilitres)} stayed in the old line` : '',
    leaked === null
      ? 'it had leaked before, nobody knows how much: the level decides'
      : leaked
        ? `about ${volume(leaked.millilitres)} were lost before`
        : '',
  ].filter(Boolean)
  return parts.length > 0 ? `Of what is owed ${parts.join(', ')}.` : ''
}

/** What a vacuum drawn on an empty circuit says. */
export const holdWords: Record<HoldVerdict, string> = {
  holds: 'it holds',
  leaks: 'it does not hold',
  'too-soon': `read again after ${holdRule.minutes} minutes`,
  'too-little': `not deep enough: ${holdRule.deep} kPa below at least`,
}

/** What is too much, before it is poured. */
export const fillDoubtWords = (doubt: FillDoubt, volume: (value: Millilitres) => string): string =>
  doubt.code === 'FILL_OWED'
    ? `That is ${volume(doubt.over)} more than is owed (${volume(doubt.owed)}). Pour to the mark, not by the jug: too much has to be drawn off again.`
    : `The reservoir holds ${volume(doubt.holds)}. Pour to its mark, let the circuit take it, and top up.`
