import { systemRules } from '../sheet/systemRules'
import type { Bleeder, BleedMethod, Sheet } from '../sheet/types'

/** Somebody sits in the car for it, and so the car stands on the ground: a seat is entered and left there only, and nobody rides a lift. */
export const sitsIn = (method: BleedMethod | undefined): boolean => method === 'pump-and-hold'
const isOffered = (method: BleedMethod, bleeders: readonly Pick<Bleeder, 'ways'>[]): boolean =>
  !sitsIn(method) || bleeders.every(({ ways }) => ways.some(({ at }) => at === 'ground'))

/**
 * How the air may be let out here, best first: as the sheet allows it, less what takes somebody in a raised car; where that leaves nothing,
 * what is usual for the system stands in, never “none”. Empty: the sheet forbids all of that.
 */
export function bleedMethodsFor({ system, bleeding, bleeders }: Pick<Sheet, 'system' | 'bleeding' | 'bleeders'>): BleedMethod[] {
  const stated = bleeding.allowed.filter(method => isOffered(method, bleeders))
  if (stated.length > 0) return stated
  return systemRules[system].bleeding.filter(
    method => isOffered(method, bleeders) && !bleeding.forbidden.some(one => one.method === method),
  )
}
