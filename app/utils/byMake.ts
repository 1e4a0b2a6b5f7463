type Named = { make: string; model: string }

/** Car families by their make, both in the order of the alphabet. */
export const byMake = <Family extends Named>(families: readonly Family[]): { make: string; models: Family[] }[] =>
  [...new Set(families.map(({ make }) => make))]
    .sort((a, b) => a.localeCompare(b))
    .map(make => ({ make, models: families.filter(one => one.make === make).sort((a, b) => a.model.localeCompare(b.model)) }))
