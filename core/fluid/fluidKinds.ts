/** Kinds of fluid that the rules below know, by what they are made of and for. */
export const fluidKinds = ['dot-3', 'dot-4', 'dot-5.1', 'dot-5', 'coolant', 'gearbox', 'steering', 'engine-oil', 'other'] as const
export type FluidKind = (typeof fluidKinds)[number]

export type Mixing =
  /** Another name for the same, or the rule lets it in. */
  | { may: 'yes' }
  /** It mixes, and takes the lower value of the two. */
  | { may: 'with-care'; because: 'lower-boiling-point' }
  | { may: 'no'; because: 'silicone' | 'another-use' | 'another-specification' }

const glycol: readonly FluidKind[] = ['dot-3', 'dot-4', 'dot-5.1']
/** Brake fluid that draws water out of the air. */
export const isGlycol = (kind: FluidKind): boolean => glycol.includes(kind)
/** Lowest boiling point of each class, °C, dry and wet (49 CFR 571.116, from memory). */
export const boilingPoints = {
  'dot-3': { dry: 205, wet: 140 },
  'dot-4': { dry: 230, wet: 155 },
  'dot-5': { dry: 260, wet: 180 },
  'dot-5.1': { dry: 260, wet: 180 },
} as const satisfies Partial<Record<FluidKind, { dry: number; wet: number }>>

const isBrake = (kind: FluidKind): kind is keyof typeof boilingPoints => kind in boilingPoints

/** The kind that a sheet or a bottle names, read from its words; other, where they tell none. */
export function kindOfFluid(words: string): FluidKind {
  // Glycol written “5,1”, “5-1” or “5 . 1” is not silicone.
  if (/\bDOT[\s-]*5\s*[.,·_/-]\s*1\b/i.test(words)) return 'dot-5.1'
  const dot = /\bDOT[\s-]*([543])(?![\d])(?!\s*[.,·_/-]\s*\d)/i.exec(words)
  if (dot) return `dot-${dot[1]}` as FluidKind
  if (/coolant|antifreeze/i.test(words)) return 'coolant'
  if (/steering/i.test(words)) return 'steering'
  if (/engine oil/i.test(words)) return 'engine-oil'
  if (/gearbox|\bGX-/i.test(words)) return 'gearbox'
  return 'other'
}

/**
 * Whether one fluid may go where another is asked for. Brake fluids on glycol mix, the mixture boiling at the lower of the two; silicone
 * (DOT 5) mixes with none of them (49 CFR 571.116, from memory). Coolants, gearbox, steering and engine oils only by their exact
 * specification, or one that the sheet names beside it (common practice).
 */
export function mayGoIn(asked: string, offered: string, alsoNamed: readonly string[] = []): Mixing {
  const plain = (words: string) => words.trim().toLowerCase()
  if (plain(asked) === plain(offered)) return { may: 'yes' }
  const [wanted, given] = [kindOfFluid(asked), kindOfFluid(offered)]
  if (isBrake(wanted) !== isBrake(given)) return { may: 'no', because: 'another-use' }
  if (isBrake(wanted) && isBrake(given)) {
    if (wanted === given) return { may: 'yes' }
    if (!glycol.includes(wanted) || !glycol.includes(given)) return { may: 'no', because: 'silicone' }
    return boilingPoints[given].dry < boilingPoints[wanted].dry ? { may: 'with-care', because: 'lower-boiling-point' } : { may: 'yes' }
  }
  if (alsoNamed.some(name => plain(name) === plain(offered))) return { may: 'yes' }
  return { may: 'no', because: wanted !== given && wanted !== 'other' && given !== 'other' ? 'another-use' : 'another-specification' }
}
