import { CholeskyDecomposition, Matrix, solve } from 'ml-matrix'

export type LeastSquares = {
  values: number[]
  /** Sum of the squared residuals, weighed as the robust loss has them. */
  cost: number
  /** How surely each value is known, with how each goes with the others: (JᵀWJ)⁻¹. Undefined: some value is not determined. */
  covariance: Matrix | undefined
  steps: number
}

/** Residuals beyond this many of their own deviations count less and less (Huber 1964). */
const huber = 2.5
const weightOf = (residual: number): number => (Math.abs(residual) <= huber ? 1 : huber / Math.abs(residual))

/**
 * Values that make residuals small, by Levenberg-Marquardt with Huber's loss (Triggs et al. 2000, bundle adjustment). Residuals come
 * divided by their deviations. `scales`: a small step of each value, for the derivatives. Ends after `most` steps at the latest. Values in
 * whatever unit the residuals understand.
 */
export function leastSquares(
  start: readonly number[],
  scales: readonly number[],
  residualsOf: (values: readonly number[]) => readonly number[],
  most = 60,
): LeastSquares {
  let values = [...start]
  let residuals = residualsOf(values)
  let cost = costOf(residuals)
  let damping = 1e-3
  let steps = 0
  let normal = normalEquations(values, residuals, scales, residualsOf)
  for (; steps < most && Number.isFinite(cost); steps++) {
    const { a, g } = normal
    const damped = a.clone()
    for (let i = 0; i < values.length; i++) damped.set(i, i, a.get(i, i) * (1 + damping) + 1e-15)
    const step = solve(damped, g).to1DArray()
    const next = values.map((value, i) => value - step[i]!)
    const nextResiduals = residualsOf(next)
    const nextCost = costOf(nextResiduals)
    if (nextCost < cost) {
      const gained = (cost - nextCost) / cost
      ;[values, residuals, cost] = [next, nextResiduals, nextCost]
      damping = Math.max(1e-12, damping / 5)
      normal = normalEquations(values, residuals, scales, residualsOf)
      if (gained < 1e-10) break
    } else {
      damping *= 4
      if (damping > 1e10) break
    }
  }
  // Of what is not a number nothing is sure.
  const cholesky = normal.a.to1DArray().every(Number.isFinite) ? new CholeskyDecomposition(normal.a) : undefined
  const covariance = cholesky?.isPositiveDefinite() ? cholesky.solve(Matrix.eye(values.length)) : undefined
  return { values, cost, covariance, steps }
}

/** Huber's loss, twice: equal to the squares near zero. NaN costs everything. */
function costOf(residuals: readonly number[]): number {
  let sum = 0
  for (const one of residuals) {
    const size = Math.abs(one)
    sum += size <= huber ? size * size : 2 * huber * size - huber * huber
  }
  return Number.isNaN(sum) ? Infinity : sum
}

/** JᵀWJ and JᵀWr, derivatives by central differences. */
function normalEquations(
  values: readonly number[],
  residuals: readonly number[],
  scales: readonly number[],
  residualsOf: (values: readonly number[]) => readonly number[],
): { a: Matrix; g: Matrix } {
  const n = values.length
  const columns = values.map((value, i) => {
    const moved = [...values]
    moved[i] = value + scales[i]!
    const after = residualsOf(moved)
    moved[i] = value - scales[i]!
    const before = residualsOf(moved)
    return after.map((one, k) => (one - before[k]!) / (2 * scales[i]!))
  })
  const weights = residuals.map(weightOf)
  const a = Matrix.zeros(n, n)
  const g = Matrix.zeros(n, 1)
  for (let i = 0; i < n; i++) {
    const ci = columns[i]!
    let right = 0
    for (let k = 0; k < residuals.length; k++) right += ci[k]! * weights[k]! * residuals[k]!
    g.set(i, 0, right)
    for (let j = i; j < n; j++) {
      const cj = columns[j]!
      let sum = 0
      for (let k = 0; k < residuals.length; k++) sum += ci[k]! * weights[k]! * cj[k]!
      a.set(i, j, sum)
      a.set(j, i, sum)
    }
  }
  return { a, g }
}
