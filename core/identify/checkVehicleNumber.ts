export type VehicleNumberIssue =
  | { code: 'VEHICLE_NUMBER_LENGTH'; length: number }
  | { code: 'VEHICLE_NUMBER_CHARACTER'; character: string; position: number }
  | { code: 'VEHICLE_NUMBER_CHECK'; expected: string; found: string }

const weights = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2]
/** 49 CFR 565.15 table: letters count as digits; I, O and Q are not used. */
const letters: Readonly<Record<string, number>> = {
  A: 1,
  B: 2,
  C: 3,
  D: 4,
  E: 5,
  F: 6,
  G: 7,
  H: 8,
  J: 1,
  K: 2,
  L: 3,
  M: 4,
  N: 5,
  P: 7,
  R: 9,
  S: 2,
  T: 3,
  U: 4,
  V: 5,
  W: 6,
  X: 7,
  Y: 8,
  Z: 9,
}

/** Spaces and hyphens are how people group the number; they are not part of it. */
export const plainVehicleNumber = (typed: string): string => typed.toUpperCase().replace(/[\s-]/g, '')

/**
 * The check digit of a 17-character vehicle number (49 CFR 565.15): values times weights, summed, mod 11; 10 is X. Undefined when it holds.
 * The number says nothing else here: it is never decoded. Vehicles built for markets without the rule may carry another character in the
 * ninth place, so a failed check is a reason to read the number again, not to refuse the car.
 */
export function checkVehicleNumber(typed: string): VehicleNumberIssue | undefined {
  const number = plainVehicleNumber(typed)
  if (number.length !== 17) return { code: 'VEHICLE_NUMBER_LENGTH', length: number.length }
  let sum = 0
  for (let i = 0; i < 17; i++) {
    const character = number[i]!
    const value = /\d/.test(character) ? Number(character) : letters[character]
    if (value === undefined) return { code: 'VEHICLE_NUMBER_CHARACTER', character, position: i + 1 }
    sum += value * weights[i]!
  }
  const expected = sum % 11 === 10 ? 'X' : String(sum % 11)
  return number[8] === expected ? undefined : { code: 'VEHICLE_NUMBER_CHECK', expected, found: number[8]! }
}
