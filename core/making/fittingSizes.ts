import type { FittingFamily } from './fittingFamilies'
import { threadSizes, type ThreadSize } from './threads'

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
 * Inverted and 45° flares by SAE J512, 37° by SAE J514, bubble by ISO 4038 / SAE J1290, inverted flares on metric nuts by JASO F402 and JIS
 * practice: threads and tubes from memory of these, the last least surely. Hexes as such nuts mostly have them, and the sizes of O-ring
 * nuts and banjo bolts: common practice, no source.
 */
export const fittingSizes: readonly FittingSize[] = [
  of('inverted-flare', t.u5_16_28, sixteenths(6), (1 / 8) * inch),
  of('inverted-flare', t.u3_8_24, sixteenths(6, 7), (3 / 16) * inch),
  of('inverted-flare', t.u7_16_24, sixteenths(7, 8), (1 / 4) * inch),
  of('inverted-flare', t.u1_2_20, sixteenths(8, 9), (5 / 16) * inch),
  of('inverted-flare', t.u9_16_18, sixteenths(9, 10), (3 / 8) * inch),
  of('inverted-flare', t.u5_8_18, sixteenths(10, 11), (3 / 8) * inch),
  of('inverted-flare', t.u3_4_18, sixteenths(12, 13), (1 / 2) * inch),
  of('inverted-flare', t.m10x1, [10, 12], (3 / 16) * inch),
  of('inverted-flare', t.m12x1, [12, 14], (1 / 4) * inch),
  of('inverted-flare', t.m12x1_25, [14], (1 / 4) * inch),
  of('inverted-flare', t.m13x1_5, [14, 17], (5 / 16) * inch),
  of('bubble-flare', t.m9x1, [10, 11], 4.75),
  of('bubble-flare', t.m10x1, [10, 11, 12], 4.75),
  of('bubble-flare', t.m12x1, [13, 14], 6),
  of('bubble-flare', t.m11x1_5, [11, 13], (1 / 4) * inch),
  of('bubble-flare', t.m14x1_5, [14, 17], 8),
  of('flare-45', t.u3_8_24, sixteenths(8), (3 / 16) * inch),
  of('flare-45', t.u7_16_20, sixteenths(9), (1 / 4) * inch),
  of('flare-45', t.u1_2_20, sixteenths(10), (5 / 16) * inch),
  of('flare-45', t.u5_8_18, sixteenths(12), (3 / 8) * inch),
  of('flare-45', t.u3_4_16, sixteenths(14), (1 / 2) * inch),
  of('flare-45', t.u7_8_14, sixteenths(17), (5 / 8) * inch),
  of('flare-45', t.u1_1_16_14, sixteenths(20), (3 / 4) * inch),
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
  of('banjo', t.m16x1_5, [22, 24]),
  of('banjo', t.u3_8_24, sixteenths(9)),
  of('banjo', t.u7_16_24, sixteenths(10)),
  of('banjo', t.u7_16_20, sixteenths(10)),
  of('banjo', t.g1_8, [14]),
  of('pipe-taper', t.npt1_8, sixteenths(7, 8)),
  of('pipe-taper', t.npt1_4, sixteenths(9, 10)),
  of('pipe-taper', t.npt3_8, sixteenths(11, 12)),
  of('pipe-taper', t.npt1_2, sixteenths(14)),
  of('pipe-taper', t.r1_8, [12, 14]),
  of('pipe-taper', t.r1_4, [14, 17, 19]),
  of('pipe-taper', t.r3_8, [19, 22]),
  of('pipe-taper', t.r1_2, [24, 27]),
  of('pipe-parallel', t.g1_8, [14]),
  of('pipe-parallel', t.g1_4, [19]),
  of('pipe-parallel', t.g3_8, [22]),
  of('pipe-parallel', t.g1_2, [27]),
]
