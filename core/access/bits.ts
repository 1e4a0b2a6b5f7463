/** A set of small whole numbers as 32-bit words: the operations done so far, of which a sheet has dozens. */
export type Bits = readonly number[]

export const noBits = (size: number): Bits => Array.from({ length: Math.max(1, Math.ceil(size / 32)) }, () => 0)
export const hasBit = (bits: Bits, i: number): boolean => ((bits[i >> 5]! >>> (i & 31)) & 1) === 1
export const withBit = (bits: Bits, i: number): Bits => bits.map((word, at) => (at === i >> 5 ? word | (1 << (i & 31)) : word))
export const unionOf = (a: Bits, b: Bits): Bits => a.map((word, i) => word | b[i]!)
export const sharedOf = (a: Bits, b: Bits): Bits => a.map((word, i) => word & b[i]!)

export function isWithin(a: Bits, b: Bits): boolean {
  for (let i = 0; i < a.length; i++) if ((a[i]! & ~b[i]!) !== 0) return false
  return true
}
/** Calls `visit` for every member of `a` that is not in `without`. */
export function eachBit(a: Bits, without: Bits, visit: (i: number) => void): void {
  for (let word = 0; word < a.length; word++) {
    for (let left = a[word]! & ~without[word]!; left !== 0; left &= left - 1) visit(word * 32 + 31 - Math.clz32(left & -left))
  }
}
