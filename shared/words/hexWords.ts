import { nearHexes, wrenchFor, type NearHex } from '../../core/fittings/nearHexes'
import type { Millimetres } from '../../core/units/types'
import { formatNumber } from '../../core/units/formatQuantity'

/** A hex by the wrench it is made for, else by its measure. */
export const hexName = (hex: Millimetres): string => wrenchFor(hex)?.name ?? `${formatNumber(hex, 2)}\u00a0mm`

/** How far another wrench may be off to stand beside the hex's own: it turns a nut without rounding it. */
const beside = 0.2
/**
 * A hex as a hand at the car wants it: its own wrench, and the next that goes on where that one is not to be found: "16 mm (5/8 in goes on
 * tight)". What the sheet has seen as well comes first.
 */
export function hexInHand(hex: Millimetres, alternates: readonly Millimetres[] = []): string {
  const other = alternates.find(size => Math.abs(size - hex) > 0.02)
  const near = nearHexes(hex).find(({ play }) => Math.abs(play) <= beside)
  if (other !== undefined && Math.abs((near?.wrench.size ?? 0) - other) > 0.05) return `${hexName(hex)} (${hexName(other)} also seen)`
  return near ? `${hexName(hex)} (${near.wrench.name} goes on${near.fit === 'tight' ? ' tight' : ''})` : hexName(hex)
}

const fitWords: Record<NearHex['fit'], string> = { good: 'fits', loose: 'loose', tight: 'tight' }
const play = (near: NearHex) => `${formatNumber(Math.abs(near.play), 2)}\u00a0mm ${near.play < 0 ? 'tight' : 'play'}`

/**
 * Other wrenches that go on: "5/8 in fits tight (0.13 mm tight)". Best first; sizes the sheet knows of as alternates are always among
 * them.
 */
export function nearHexWords(hex: Millimetres, alternates: readonly Millimetres[] = []): string[] {
  const near = nearHexes(hex)
  const known = near.map(({ wrench }) => wrench.size)
  return [
    ...near.map(item => `${item.wrench.name} ${fitWords[item.fit]}, ${play(item)}`),
    ...alternates
      .filter(other => !known.some(size => Math.abs(size - other) < 0.05) && Math.abs(other - hex) > 0.02)
      .map(other => `${hexName(other)} also seen`),
  ]
}
