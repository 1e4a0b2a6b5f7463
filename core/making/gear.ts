import type { Slug } from '../sheet/types'
import type { MakingRules } from './makingRules'
import { tenth } from './tableRows'
import type { Tube, TubeMaterial } from './tubeStrength'
import type { LineInMaking } from './workOut'

/** A hand bender as a trial bend showed it, with the tube it was tried on: another tube springs back differently. Lengths in mm. */
export type KeptBender = {
  id: Slug
  name: string
  outside: number
  material: TubeMaterial
  radius: number
  takeUp: number
  setFor90: number
  grip: number
}

/** A piece that was cut off a coil. `id`: the cutting's own, so that sent twice it counts once. */
export type CoilCut = { id: string; length: number; at: string; by: string }
/** Tube in stock, mm. `left`: as it was measured last, less what has been cut since. */
export type Coil = {
  id: Slug
  name?: string
  outside: number
  wall: number
  material: TubeMaterial
  left: number
  cuts: readonly CoilCut[]
}

/** What this shop makes lines with, and by which rules. */
export type MakingGear = { benders: readonly KeptBender[]; coils: readonly Coil[]; rules: MakingRules }

/** Tubes are sold in tenths of a millimetre and in sixteenths of an inch: nearer than this they are the same tube. */
const sameTube = 0.06

const isSame = (a: number | undefined, b: number): boolean => a === undefined || Math.abs(a - b) < sameTube
/** Benders that were tried on such a tube; what is not known of it rules none out. */
export const bendersFor = (benders: readonly KeptBender[], { outside, material }: Partial<Tube>): KeptBender[] =>
  benders.filter(bender => isSame(outside, bender.outside) && (material === undefined || material === bender.material))
/** Coils of such a tube. */
export const coilsFor = (coils: readonly Coil[], { outside, wall, material }: Partial<Tube>): Coil[] =>
  coils.filter(coil => isSame(outside, coil.outside) && isSame(wall, coil.wall) && (material === undefined || material === coil.material))

/** A kept bender's numbers, as a line asks for them. */
export const benderNumbers = ({ radius, takeUp, setFor90, grip }: KeptBender): LineInMaking['bender'] => ({
  radius,
  takeUp,
  setFor90,
  grip,
})

/** So many cuttings are remembered on a coil: one that is sent again comes within minutes. */
export const mostCuts = 20

/** The coil with a piece off it; `undefined` where less is left than the piece is long. A cutting it knows already changes nothing. */
export function cutOff(coil: Coil, cut: CoilCut): Coil | undefined {
  if (coil.cuts.some(({ id }) => id === cut.id)) return coil
  if (cut.length > coil.left) return undefined
  return { ...coil, left: tenth(coil.left - cut.length), cuts: [...coil.cuts, cut].slice(-mostCuts) }
}
