export const hoseMaterials = ['rubber', 'silicone', 'braided'] as const
export type HoseMaterial = (typeof hoseMaterials)[number]
export const clampKinds = ['constant-tension', 'wide-band', 'lined-worm', 'worm', 'crimp'] as const
export type ClampKind = (typeof clampKinds)[number]

/** A hose between two spigots. Lengths in mm, pressure in kPa. */
export type HoseAsked = {
  material: HoseMaterial
  inside: number
  wall: number
  /** Along the middle, from where one spigot begins to where the other does. */
  between: number
  /** Of each spigot: from its tip to the far side of its bead or last barb, and its whole length that a hose can cover. */
  spigots: readonly [Spigot, Spigot]
  clampWidth: number
  pressure?: number
  /** How far the two ends move apart or towards each other, engine or wheel: half of it each way. */
  movement?: number
  /** Tightest bend it is laid in. */
  bendRadius?: number
}
export type Spigot = { bead: number; length: number }
export type HoseIssue =
  | { code: 'HOSE_PRESSURE_UNKNOWN' }
  | { code: 'HOSE_SPIGOT_SHORT'; end: 0 | 1; needs: number; has: number }
  | { code: 'HOSE_BEND_TIGHT'; least: number; radius: number }

/** The clamp sits so far from the hose's end: common practice, no source. */
export const clampFromEnd = 3
/** A hose may grow by 2 % and shrink by 4 % under pressure (SAE J1273, from memory). */
export const shrinks = 0.04
/**
 * The most that each clamp holds on a beaded spigot, kPa: a spring clamp a cooling system and little more, worm clamps low-pressure oil and
 * return lines, a bolted band 10 bar; above that an end is crimped. Common practice, no source; the maker's figure goes before it.
 */
export const clampUpTo: Readonly<Record<ClampKind, number>> = {
  'constant-tension': 250,
  'lined-worm': 500,
  worm: 500,
  'wide-band': 1000,
  crimp: Infinity,
}
/** Least bend radius of a straight hose as a multiple of its outside. Common practice, no source; the maker's figure goes before it. */
export const leastHoseRadius: Readonly<Record<HoseMaterial, number>> = { rubber: 4, silicone: 4, braided: 5 }

/** What goes on each, best first, and what cuts into it. Common practice, no source. */
const forMaterial: Readonly<Record<HoseMaterial, { going: readonly ClampKind[]; cuts: readonly ClampKind[] }>> = {
  rubber: { going: ['constant-tension', 'wide-band', 'lined-worm', 'worm', 'crimp'], cuts: [] },
  silicone: { going: ['constant-tension', 'wide-band', 'lined-worm', 'crimp'], cuts: ['worm'] },
  braided: { going: ['crimp', 'wide-band', 'lined-worm'], cuts: [] },
}
export type HoseAdvice = {
  /** To cut, and of it what goes over each spigot. */
  cut: number
  over: readonly [number, number]
  /** Of it for movement and for shrinking under pressure. */
  slack: number
  /** Best first; what must not be used is not among them. */
  clamps: ClampKind[]
  never: ClampKind[]
  issues: HoseIssue[]
}

/**
 * Which clamps go at so many kPa, best first, and which never. A spring keeps pressing where it heats and cools; a bare worm cuts into
 * silicone; each holds so much and no more (`clampUpTo`). None while nobody knows the pressure: it is asked for. Common practice, no
 * source.
 */
export function clampsFor(material: HoseMaterial, pressure: number | undefined): { clamps: ClampKind[]; never: ClampKind[] } {
  const { going, cuts } = forMaterial[material]
  if (pressure === undefined) return { clamps: [], never: [...cuts] }
  const isHeld = (clamp: ClampKind) => pressure <= clampUpTo[clamp]
  return { clamps: going.filter(isHeld), never: clampKinds.filter(clamp => cuts.includes(clamp) || !isHeld(clamp)) }
}

/** How long to cut a hose, what it wants to sit well, and what stands against it. */
export function adviseHose(asked: HoseAsked): HoseAdvice {
  const { material, inside, wall, between, spigots, clampWidth, pressure, movement = 0, bendRadius } = asked
  const issues: HoseIssue[] = pressure === undefined ? [{ code: 'HOSE_PRESSURE_UNKNOWN' }] : []
  const over = spigots.map((spigot, end): number => {
    // Past the bead the clamp sits, and the hose ends a little behind it.
    const needs = spigot.bead + clampWidth + clampFromEnd
    if (needs > spigot.length) issues.push({ code: 'HOSE_SPIGOT_SHORT', end: end as 0 | 1, needs, has: spigot.length })
    return spigot.length
  }) as unknown as readonly [number, number]
  const least = leastHoseRadius[material] * (inside + 2 * wall)
  if (bendRadius !== undefined && bendRadius < least) issues.push({ code: 'HOSE_BEND_TIGHT', least, radius: bendRadius })
  const free = between + movement / 2
  const slack = free / (1 - (pressure ? shrinks : 0)) - between
  return { cut: between + slack + over[0] + over[1], over, slack, ...clampsFor(material, pressure), issues }
}
