import type { Millimetres } from '../units/types'

const gravity = 9.81

/**
 * How fast a small bubble rises in still fluid, mm/s: Stokes, v = g·d²/(18·ν), the gas weighing nothing beside the fluid. Holds while
 * v·d/ν stays under about 1. `diameter` in mm, `mm2PerS` the fluid's kinematic viscosity.
 */
export const stokesRise = (diameter: Millimetres, mm2PerS: number): number => (gravity * 1000 * diameter ** 2) / (18 * mm2PerS)

/** Many bubbles hinder each other: the share of a single one's speed at a gas fraction (Richardson & Zaki 1954, from memory). */
export const swarmShare = (gasFraction: number): number => (1 - gasFraction) ** 4.65

/** Density in kg/m³ and surface tension in N/m. */
export type Interface = { density: number; surfaceTension: number }

/** Eötvös number of a tube: weight against surface tension, without a unit. */
export const eotvos = (bore: Millimetres, { density, surfaceTension }: Interface): number =>
  (density * gravity * (bore / 1000) ** 2) / surfaceTension

/** The widest bore, mm, in which a bubble that fills it stays where it is: Eo = 3.37 (Bretherton 1961: ρ·g·r²/σ = 0.842, from memory). */
export const holdingBore = ({ density, surfaceTension }: Interface): number =>
  1000 * Math.sqrt((3.37 * surfaceTension) / (density * gravity))

/**
 * How fast a bubble that fills an upright tube climbs in it, mm/s: c·√(g·D) with c = 0.34·(1 + 3805/Eo^3.06)^−0.58 (Viana et al. 2003, for
 * thin fluids, from memory); nothing in a bore that holds it.
 */
export function driftRise(bore: Millimetres, between: Interface): number {
  if (bore <= holdingBore(between)) return 0
  return 0.34 * (1 + 3805 / eotvos(bore, between) ** 3.06) ** -0.58 * Math.sqrt(gravity * (bore / 1000)) * 1000
}
