/** A set of small whole numbers as 32-bit words: the operations done so far, of which a sheet has dozens. */
export type Bits = readonly number[]

/** Sets are never changed, so one empty set serves for all of its size. */
const empty: Bits[] = []
/** The empty set over so many members. Our own: members by number from 0, 32 to a word. */
export const noBits = (size: number): Bits => {
  const words = Math.max(1, (size + 31) >> 5)
  return (empty[words] ??= new Array<number>(words).fill(0))
}
/** Whether member `i` is in the set. `i`: its number, from 0. */
export const hasBit = (bits: Bits, i: number): boolean => ((bits[i >> 5]! >>> (i & 31)) & 1) === 1
/** A new set that has member `i` as well. `i`: its number, from 0. */
export function withBit(bits: Bits, i: number): Bits {
  const result = bits.slice()
  result[i >> 5]! |= 1 << (i & 31)
  return result
}
/** A new set of what is in either. */
export function unionOf(a: Bits, b: Bits): Bits {
  const result = a.slice()
  for (let i = 0; i < result.length; i++) result[i]! |= b[i]!
  return result
}
/** A new set of what is in both. */
export function sharedOf(a: Bits, b: Bits): Bits {
  const result = a.slice()
  for (let i = 0; i < result.length; i++) result[i]! &= b[i]!
  return result
}

/** Whether all of `a` is in `b`. */
export function isWithin(a: Bits, b: Bits): boolean {
  for (let i = 0; i < a.length; i++) if ((a[i]! & ~b[i]!) !== 0) return false
  return true
}
/** Calls `visit` for every member of `a` that is not in `without`. Members are told by their number, from 0. */
export function eachBit(a: Bits, without: Bits, visit: (i: number) => void): void {
  for (let word = 0; word < a.length; word++) {
    for (let left = a[word]! & ~without[word]!; left !== 0; left &= left - 1) visit(word * 32 + 31 - Math.clz32(left & -left))
  }
}
