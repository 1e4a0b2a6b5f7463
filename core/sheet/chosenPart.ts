import type { Line, PartOption, Slug } from './types'

/** For each line the part that goes in, where somebody has chosen. */
export type ChosenParts = Readonly<Record<Slug, Slug>>

/** What can be had: neither given up by its maker nor replaced by another. */
export const usableParts = (line: Pick<Line, 'parts'>): PartOption[] =>
  line.parts.filter(part => !part.discontinued && part.supersededBy === undefined)

/** The part that goes in: the one chosen, or the only one that can be had. Undefined while there is a choice that nobody has made. */
export function chosenPart(line: Pick<Line, 'id' | 'parts'>, chosen: ChosenParts = {}): PartOption | undefined {
  const named = line.parts.find(({ id }) => id === chosen[line.id])
  const usable = usableParts(line)
  return named ?? (usable.length === 1 ? usable[0] : undefined)
}

/** Several can be had, and nobody has said which. */
export const isPartOpen = (line: Pick<Line, 'id' | 'parts'>, chosen: ChosenParts = {}): boolean =>
  chosenPart(line, chosen) === undefined && usableParts(line).length > 1

/** For each line that comes with another's part in one piece: which line that is. */
export const carriersOf = (lines: readonly Pick<Line, 'id' | 'parts'>[], chosen: ChosenParts = {}): ReadonlyMap<Slug, Slug> =>
  lines.reduce<Map<Slug, Slug>>((carriers, line) => {
    // What comes with another's piece carries nothing itself: two that name each other are one piece, the first one's.
    if (!carriers.has(line.id))
      for (const id of chosenPart(line, chosen)?.covers ?? [])
        if (id !== line.id && !carriers.has(id) && lines.some(other => other.id === id)) carriers.set(id, line.id)
    return carriers
  }, new Map())
/** The lines wanted, and those that come out because a chosen part takes their place as well; in the order of the list. */
export function withCovered(lines: readonly Pick<Line, 'id' | 'parts'>[], wanted: readonly Slug[], chosen: ChosenParts = {}): Slug[] {
  const all = new Set(wanted)
  // A set visits what is added while it is walked.
  for (const id of all) {
    const line = lines.find(one => one.id === id)
    for (const covered of line ? (chosenPart(line, chosen)?.covers ?? []) : []) if (lines.some(one => one.id === covered)) all.add(covered)
  }
  const [known, strange] = [
    lines.filter(({ id }) => all.has(id)).map(({ id }) => id),
    wanted.filter(id => !lines.some(one => one.id === id)),
  ]
  return [...known, ...strange]
}
/** Joints and holds that are no longer there once the chosen parts are in. */
export const droppedBy = (lines: readonly Pick<Line, 'id' | 'parts'>[], chosen: ChosenParts = {}): ReadonlySet<Slug> =>
  new Set(lines.flatMap(line => chosenPart(line, chosen)?.drops ?? []))

/** Seals and holds that come with the new line: of a part not chosen yet, what each of those in question brings. */
export function broughtBy(line: Pick<Line, 'id' | 'parts'>, chosen: ChosenParts = {}): Slug[] {
  const part = chosenPart(line, chosen)
  if (part) return [...part.brings]
  const [first, ...others] = usableParts(line)
  return (first?.brings ?? []).filter(id => others.every(other => other.brings.includes(id)))
}
