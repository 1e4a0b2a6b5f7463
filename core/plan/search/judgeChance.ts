/** What was found of a part on this car; it weighs the sheet's chance a year. */
export const conditions = ['sound', 'aged', 'weeping'] as const
export type Condition = (typeof conditions)[number]

/** How a shop judges what it leaves alone: nobody's statistics, the lead's to change. */
export type Judgement = Readonly<Record<Condition, number>> & {
  /** The age, in years, that a sheet's chance a year is meant for. */
  ofAge: number
  /** How many years ahead a customer thinks. */
  years: number
}
/** Judgement, no source. */
export const usualJudgement: Judgement = { sound: 0.5, aged: 1, weeping: 4, ofAge: 10, years: 3 }

/** Age of a car in whole years, from its model year; undefined where that is not known. Never below one: a new car's parts fail as well. */
export const ageOf = (modelYear: number | undefined, at: string): number | undefined =>
  modelYear === undefined ? undefined : Math.max(1, new Date(at).getUTCFullYear() - modelYear)

/**
 * Chance of at least one failure within some years: 1 − Π(1 − pᵢ). Each year's chance is the sheet's, weighed by what was found, and in
 * proportion to the age the part then has (a Weibull hazard of shape 2, NIST/SEMATECH e-Handbook 8.1.6.2: wear-out). Without a known age
 * each year is as the sheet says.
 */
export function judgeChance(
  perYear: number,
  { found = 'aged', age, years, judgement = usualJudgement }: { found?: Condition; age?: number; years: number; judgement?: Judgement },
): number {
  let lasts = 1
  for (let year = 0; year < years; year++) {
    const wear = age === undefined ? 1 : (age + year) / judgement.ofAge
    lasts *= 1 - Math.min(1, Math.max(0, perYear * judgement[found] * wear))
  }
  return 1 - lasts
}
