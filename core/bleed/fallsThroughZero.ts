/**
 * Where a continuous function that is above zero at `low` and not at `high` comes through zero, to within `tolerance`; all in the units of
 * the function's argument. Regula falsi with the halving of Illinois (Dowell and Jarratt, BIT 11, 1971), and the bracket itself halved
 * where three such steps have not: never more than four times the steps that halving takes, and as a rule a fifth of them.
 */
export function fallsThroughZero(of: (x: number) => number, low: number, high: number, tolerance: number): number {
  let [above, fAbove] = [low, of(low)]
  let [below, fBelow] = [high, of(high)]
  if (fBelow === 0) return high
  let moved: 'above' | 'below' | undefined
  let [wide, steps] = [high - low, 0]
  while (below - above > tolerance) {
    const isSlow = ++steps % 4 === 0 && below - above > wide / 2
    if (steps % 4 === 0) wide = (below - above) / (isSlow ? 2 : 1)
    const drawn = (above * fBelow - below * fAbove) / (fBelow - fAbove)
    const x = !isSlow && drawn > above && drawn < below ? drawn : (above + below) / 2
    // No number lies between the two any more.
    if (x <= above || x >= below) return x
    const y = of(x)
    if (y === 0) return x
    if (y > 0) {
      above = x
      fAbove = y
      if (moved === 'above') fBelow /= 2
      moved = 'above'
    } else {
      below = x
      fBelow = y
      if (moved === 'below') fAbove /= 2
      moved = 'below'
    }
  }
  return (above + below) / 2
}
