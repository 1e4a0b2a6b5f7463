import { evaluatePredicate } from './evaluatePredicate'
import type { Applies, Car, Sheet } from './types'

export type Misfit = 'family' | 'year' | 'engine' | 'trait'

function misfit(applies: Applies, car: Car): Misfit | undefined {
  if (!applies.families.includes(car.family)) return 'family'
  if (applies.years && car.year !== undefined && (car.year < applies.years[0] || car.year > applies.years[1])) return 'year'
  if (applies.engines && car.engine !== undefined && !applies.engines.includes(car.engine)) return 'engine'
  return evaluatePredicate(applies.when, car.traits) === 'no' ? 'trait' : undefined
}

const misfitOrder = ['family', 'year', 'engine', 'trait'] as const

/** Undefined when the sheet may be for the car, else why not. Unknown years, engines and traits do not exclude a car. */
export function fitOf(sheet: Pick<Sheet, 'applies'>, car: Car): Misfit | undefined {
  const misfits = sheet.applies.map(applies => misfit(applies, car))
  if (misfits.includes(undefined)) return undefined
  // The misfit that came closest to fitting tells the reader most.
  return misfitOrder.findLast(reason => misfits.includes(reason)) ?? 'family'
}
