/**
 * Of alternatives that lead to the same part, one counts as the way in: the others may be off for reasons of their own and go back when
 * they like. `T` is what operations go by: their ids, or their numbers.
 */
export type Alternatives<T> = {
  /** Taken at all. */
  isTaken: (operation: T) => boolean
  /** An AND of ORs. */
  needsOf: (operation: T) => readonly (readonly T[])[]
  /** May stay off while the engine runs, for itself. */
  staysOff: (operation: T) => boolean
  /** Whether some goal is reached through the one by way of the other; undefined: not decided yet. */
  isThrough: ((operation: T, alternative: T) => boolean) | undefined
  /** It is off already, and what it lies behind is not: whether that comes off at all is open while the goals are. */
  hangsOn: (operation: T, outer: T) => boolean
}
export type WaysIn<T> = {
  /** What must be off before this part comes off, and stays off until it is back. */
  wayIn: (operation: T) => readonly T[]
  /**
   * Whether it and all that it is reached by may stay off while the engine runs; what lies behind a part the engine needs may not.
   * Undefined: that hangs on an alternative nobody has decided on.
   */
  mayStay: (operation: T) => boolean | undefined
}

/**
 * For each operation taken, the one alternative of each of its needs by which it is reached: of those that some goal is reached
 * through, the first that may stay off as long as anything behind it, else the first. While it is not decided, only needs without an
 * alternative bind.
 */
export function waysIn<T>({ isTaken, needsOf, staysOff, isThrough, hangsOn }: Alternatives<T>): WaysIn<T> {
  type Found = { wayIn: T[]; stays: boolean | undefined }
  const known = new Map<T, Found>()
  const found = (operation: T): Found => {
    const before = known.get(operation)
    if (before) return before
    // What goes round in a circle stays nowhere; the integrity check refuses it.
    known.set(operation, { wayIn: [], stays: false })
    const wayIn: T[] = []
    let stays: boolean | undefined = staysOff(operation)
    const alsoStays = (other: boolean | undefined) => {
      if (other === false || stays === false) stays = false
      else if (other === undefined) stays = undefined
    }
    for (const anyOf of needsOf(operation)) {
      const taken = anyOf.filter(isTaken)
      if (anyOf.length > 1 && !isThrough) {
        alsoStays(undefined)
        continue
      }
      const candidates = anyOf.length === 1 ? taken : taken.filter(other => isThrough!(operation, other))
      const one = candidates.find(other => found(other).stays) ?? candidates[0]
      if (one === undefined) continue
      if (!wayIn.includes(one)) wayIn.push(one)
      const { stays: outerStays } = found(one)
      alsoStays(!isThrough && outerStays === false && hangsOn(operation, one) ? undefined : outerStays)
    }
    const answer = { wayIn, stays }
    known.set(operation, answer)
    return answer
  }
  return { wayIn: operation => found(operation).wayIn, mayStay: operation => found(operation).stays }
}
