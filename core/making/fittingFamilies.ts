import type { JointKind } from '../sheet/types'
import { threadSizes, type ThreadSize } from './threads'

/** What seals: the face that carries the pressure, as it is seen on the end of the line or under the bolt. */
export const sealings = ['double-flare', 'bubble', 'flare-45', 'flare-37', 'o-ring', 'washers', 'taper', 'washer'] as const
export type Sealing = (typeof sealings)[number]
export const fittingFamilies = [
  'inverted-flare',
  'bubble-flare',
  'flare-45',
  'flare-37',
  'o-ring-nut',
  'banjo',
  'pipe-taper',
  'pipe-parallel',
] as const
export type FittingFamily = (typeof fittingFamilies)[number]

export type FamilyRule = {
  sealing: Sealing
  /** Where the thread of the part that turns is: outside of a tube nut or bolt, or inside of a cap nut. */
  turning: 'outside' | 'inside'
  /** The kind of joint on a line sheet; none: sheets do not know it. */
  joint?: JointKind
}
export const familyRules: Readonly<Record<FittingFamily, FamilyRule>> = {
  'inverted-flare': { sealing: 'double-flare', turning: 'outside', joint: 'inverted-flare' },
  'bubble-flare': { sealing: 'bubble', turning: 'outside', joint: 'iso-flare' },
  'flare-45': { sealing: 'flare-45', turning: 'inside' },
  'flare-37': { sealing: 'flare-37', turning: 'inside' },
  'o-ring-nut': { sealing: 'o-ring', turning: 'outside', joint: 'oring-nut' },
  banjo: { sealing: 'washers', turning: 'outside', joint: 'banjo' },
  'pipe-taper': { sealing: 'taper', turning: 'outside', joint: 'taper-thread' },
  'pipe-parallel': { sealing: 'washer', turning: 'outside' },
}

/** One size of one family. Tube and hexes in mm; a hex in doubt has several. */
export type FittingSize = { id: string; family: FittingFamily; thread: ThreadSize; tube?: number; hexes: readonly number[] }

const inch = 25.4
const of = (family: FittingFamily, thread: ThreadSize, hexes: readonly number[], tube?: number): FittingSize => ({
  id: `${family} ${thread.name}`,
  family,
  thread,
  hexes,
  tube,
})
const t = threadSizes
const sixteenths = (...counts: number[]): number[] => counts.map(count => (count * inch) / 16)

/**
 * Inverted and 45° flares by SAE J512, 37° by SAE J514, bubble by ISO 4038 / SAE J1290: threads and tubes from memory of these. Hexes as
 * such nuts mostly have them, and the sizes of O-ring nuts and banjo bolts: common practice, no source.
 */
export const fittingSizes: readonly FittingSize[] = [
  of('inverted-flare', t.u3_8_24, sixteenths(6, 7), (3 / 16) * inch),
  of('inverted-flare', t.u7_16_24, sixteenths(7, 8), (1 / 4) * inch),
  of('inverted-flare', t.u1_2_20, sixteenths(8, 9), (5 / 16) * inch),
  of('inverted-flare', t.u5_8_18, sixteenths(10, 11), (3 / 8) * inch),
  of('inverted-flare', t.u3_4_18, sixteenths(12, 13), (1 / 2) * inch),
  of('bubble-flare', t.m10x1, [10, 11, 12], 4.75),
  of('bubble-flare', t.m12x1, [13, 14], 6),
  of('flare-45', t.u3_8_24, sixteenths(8), (3 / 16) * inch),
  of('flare-45', t.u7_16_20, sixteenths(9), (1 / 4) * inch),
  of('flare-45', t.u1_2_20, sixteenths(10), (5 / 16) * inch),
  of('flare-45', t.u5_8_18, sixteenths(12), (3 / 8) * inch),
  of('flare-45', t.u3_4_16, sixteenths(14), (1 / 2) * inch),
  of('flare-37', t.u3_8_24, sixteenths(7, 8), (3 / 16) * inch),
  of('flare-37', t.u7_16_20, sixteenths(9), (1 / 4) * inch),
  of('flare-37', t.u1_2_20, sixteenths(10), (5 / 16) * inch),
  of('flare-37', t.u9_16_18, sixteenths(11), (3 / 8) * inch),
  of('flare-37', t.u3_4_16, sixteenths(14), (1 / 2) * inch),
  of('flare-37', t.u7_8_14, sixteenths(16), (5 / 8) * inch),
  of('flare-37', t.u1_1_16_12, sixteenths(20), (3 / 4) * inch),
  of('o-ring-nut', t.m12x1_5, [14, 15], 8),
  of('o-ring-nut', t.m14x1_5, [16, 17], 8),
  of('o-ring-nut', t.m16x1_5, [18, 19], 10),
  of('o-ring-nut', t.m18x1_5, [21, 22], 12),
  of('o-ring-nut', t.m22x1_5, [26, 27], 16),
  of('banjo', t.m8x1_25, [12, 13]),
  of('banjo', t.m10x1, [14]),
  of('banjo', t.m10x1_25, [14]),
  of('banjo', t.m10x1_5, [14]),
  of('banjo', t.m12x1, [17]),
  of('banjo', t.m12x1_25, [17]),
  of('banjo', t.m12x1_5, [17, 19]),
  of('banjo', t.m14x1_5, [19]),
  of('banjo', t.u3_8_24, sixteenths(9)),
  of('banjo', t.u7_16_20, sixteenths(10)),
  of('pipe-taper', t.npt1_8, sixteenths(7, 8)),
  of('pipe-taper', t.npt1_4, sixteenths(9, 10)),
  of('pipe-taper', t.npt3_8, sixteenths(11, 12)),
  of('pipe-taper', t.npt1_2, sixteenths(14)),
  of('pipe-parallel', t.g1_8, [14]),
  of('pipe-parallel', t.g1_4, [19]),
  of('pipe-parallel', t.g3_8, [22]),
  of('pipe-parallel', t.g1_2, [27]),
]
