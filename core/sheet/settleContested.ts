import { sourceKinds, type Contested, type Sourced, type Window } from './types'

export type Settled<T> =
  | { kind: 'unknown' }
  | { kind: 'single' | 'agreed'; value: T; from: readonly Sourced<T>[] }
  /** Windows that differ but share a part: the shared part is what to work in. */
  | { kind: 'overlap'; value: T; from: readonly Sourced<T>[] }
  /** Nothing shared: the better source, and the others stay visible. */
  | { kind: 'better-source'; value: T; from: readonly Sourced<T>[]; chosen: Sourced<T> }
  | { kind: 'settled'; value: T; from: readonly Sourced<T>[]; chosen: Sourced<T>; by: string; why: string }

// Newest wins between equals of one rank.
function bestOf<T>(values: readonly Sourced<T>[]): Sourced<T> {
  return values.toSorted((a, b) => sourceKinds.indexOf(a.source) - sourceKinds.indexOf(b.source) || b.date.localeCompare(a.date))[0]!
}

function settle<T>(contested: Contested<T>, meet: (values: readonly T[]) => { same: boolean; shared?: T }): Settled<T> {
  if (contested === 'unknown' || contested.values.length === 0) return { kind: 'unknown' }
  const { values: from, settled } = contested
  if (settled) {
    const chosen = from[settled.index]
    if (!chosen) throw new RangeError(`settled index ${settled.index} of ${from.length} values`)
    return { kind: 'settled', value: chosen.value, from, chosen, by: settled.by, why: settled.why }
  }
  if (from.length === 1) return { kind: 'single', value: from[0]!.value, from }
  const { same, shared } = meet(from.map(sourced => sourced.value))
  if (same) return { kind: 'agreed', value: from[0]!.value, from }
  if (shared !== undefined) return { kind: 'overlap', value: shared, from }
  const chosen = bestOf(from)
  return { kind: 'better-source', value: chosen.value, from, chosen }
}

/** The window to work in, out of what the sources say. A shared point (one ends where the other starts) counts as overlap. */
export function settleWindow<Q extends number>(contested: Contested<Window<Q>>): Settled<Window<Q>> {
  return settle(contested, windows => {
    const low = Math.max(...windows.map(window => window.low)) as Q
    const high = Math.min(...windows.map(window => window.high)) as Q
    return { same: windows.every(window => window.low === low && window.high === high), shared: low <= high ? { low, high } : undefined }
  })
}

/** The value to work with, out of what the sources say; the better source where they differ. */
export function settleValue<T extends string | number>(contested: Contested<T>): Settled<T> {
  return settle(contested, values => ({ same: values.every(value => value === values[0]) }))
}
