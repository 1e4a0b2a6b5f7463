/** Tube as lines are made of. */
export const tubeMaterials = ['steel', 'copper-nickel', 'stainless', 'aluminium'] as const
export type TubeMaterial = (typeof tubeMaterials)[number]
/** Lengths in mm. */
export type Tube = { outside: number; wall: number; material: TubeMaterial }

/**
 * Least tensile strength, MPa, of tube annealed for bending: double-wall steel (SAE J527), copper with 10 % nickel (ASTM B466), stainless
 * 304L (ASTM A269), aluminium 3003-O (ASTM B210). From memory of these; the maker's own certificate goes before them.
 */
export const tensileStrength: Readonly<Record<TubeMaterial, number>> = { steel: 290, 'copper-nickel': 290, stainless: 485, aluminium: 95 }

/** Least bend radius of the centre line as a multiple of the outside diameter. Common practice, no source. */
export const leastRadius: Readonly<Record<TubeMaterial, number>> = { steel: 2.5, 'copper-nickel': 2, stainless: 3, aluminium: 2.5 }

/** Pressure at which a straight thin-wall tube would burst, kPa: Barlow, P = 2·S·t/D. */
export const burstPressure = ({ outside, wall, material }: Tube): number => ((2 * tensileStrength[material] * wall) / outside) * 1000

/** Wall at the outside of a bend, mm: t·r/(r + D/2), to first order (handbook). */
export const thinnedWall = ({ outside, wall }: Tube, radius: number): number => (wall * radius) / (radius + outside / 2)
