import type { JointKind } from '../sheet/types'

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
