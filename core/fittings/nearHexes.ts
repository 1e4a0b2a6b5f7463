import { millimetres, type Millimetres } from '../units/types'

/** A wrench that goes on a hex although it has another name. */
export type NearHex = {
  wrench: Wrench
  /** Across-flats play, mm: wrench less hex. Negative: tight, the wrench is driven on. */
  play: number
  fit: 'good' | 'loose' | 'tight'
}
export type Wrench = { system: 'metric'; size: Millimetres; name: string } | { system: 'inch'; size: Millimetres; name: string }

const metricSizes = [5.5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23, 24, 25, 26, 27, 28, 29, 30, 32]
/** Sixteenths of an inch that wrenches are made in; 1 in = 25.4 mm exactly. */
const inchSixteenths = [4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 20]
const greatestDivisor = (a: number, b: number): number => (b === 0 ? a : greatestDivisor(b, a % b))

/** "5/8 in", "1 1/16 in" for a whole number of sixteenths. */
export function inchFraction(sixteenths: number): string {
  const whole = Math.floor(sixteenths / 16)
  const rest = sixteenths % 16
  const divisor = greatestDivisor(rest, 16)
  return [whole > 0 ? String(whole) : '', rest > 0 ? `${rest / divisor}/${16 / divisor}` : ''].filter(Boolean).join(' ') + ' in'
}

export const wrenches: readonly Wrench[] = [
  ...metricSizes.map((size): Wrench => ({ system: 'metric', size: millimetres(size), name: `${size} mm` })),
  ...inchSixteenths.map((sixteenths): Wrench => ({
    system: 'inch',
    size: millimetres((sixteenths * 25.4) / 16),
    name: inchFraction(sixteenths),
  })),
]

/**
 * Play up to this still turns a soft nut without rounding it; beyond it the wrench is loose; a wrench smaller by more than `tightest` does
 * not go on. Common practice, no source.
 */
const goodPlay = 0.2
const loosePlay = 0.5
const tightest = 0.15

/** What a hex is called on the wrench: its own nominal size, metric or inch, within 0.02 mm; undefined for a size no wrench is made in. */
export const wrenchFor = (hex: Millimetres): Wrench | undefined => wrenches.find(wrench => Math.abs(wrench.size - hex) <= 0.02)

/** Other wrenches that go on the hex, best fit first: 16 mm → 5/8 in (15.88 mm, 0.13 mm tight). The hex's own wrench is not among them. */
export function nearHexes(hex: Millimetres): NearHex[] {
  return wrenches
    .flatMap((wrench): NearHex[] => {
      const play = wrench.size - hex
      if (Math.abs(play) <= 0.02 || play < -tightest || play > loosePlay) return []
      return [{ wrench, play, fit: play < 0 ? 'tight' : play <= goodPlay ? 'good' : 'loose' }]
    })
    .sort((a, b) => Math.abs(a.play) - Math.abs(b.play))
}
