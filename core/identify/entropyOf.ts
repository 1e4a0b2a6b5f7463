/** Shannon's entropy of weights that need not add up to one, bits (Shannon 1948). */
export function entropyOf(weights: Iterable<number>): number {
  let [total, sum] = [0, 0]
  for (const weight of weights) {
    if (weight <= 0) continue
    total += weight
    sum += weight * Math.log2(weight)
  }
  return total > 0 ? Math.log2(total) - sum / total : 0
}
