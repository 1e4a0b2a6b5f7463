import type { Predicate, Slug } from './types'

export type Truth = 'yes' | 'no' | 'unknown'

/** Kleene's three-valued logic: a trait nobody has looked at yet makes the answer unknown only where it matters. */
export function evaluatePredicate(predicate: Predicate | undefined, traits: Readonly<Record<Slug, Slug>>): Truth {
  if (predicate === undefined) return 'yes'
  if ('trait' in predicate) {
    const value = Object.hasOwn(traits, predicate.trait) ? traits[predicate.trait] : undefined
    return value === undefined ? 'unknown' : value === predicate.is ? 'yes' : 'no'
  }
  if ('not' in predicate) {
    const inner = evaluatePredicate(predicate.not, traits)
    return inner === 'unknown' ? 'unknown' : inner === 'yes' ? 'no' : 'yes'
  }
  const [parts, decisive, otherwise]: [readonly Predicate[], Truth, Truth] =
    'all' in predicate ? [predicate.all, 'no', 'yes'] : [predicate.any, 'yes', 'no']
  const truths = parts.map(part => evaluatePredicate(part, traits))
  if (truths.includes(decisive)) return decisive
  return truths.includes('unknown') ? 'unknown' : otherwise
}

/** The traits that follow from a predicate being true: what an answer to a look teaches. Only positive conjunctions teach. */
export function traitsImplied(predicate: Predicate): Record<Slug, Slug> {
  if ('trait' in predicate) return { [predicate.trait]: predicate.is }
  if ('all' in predicate) return Object.assign({}, ...predicate.all.map(traitsImplied)) as Record<Slug, Slug>
  return {}
}

/** Traits of a car for which a predicate holds, where one can be named by what it has: of several, the first. */
export function traitsFor(predicate: Predicate): Record<Slug, Slug> {
  if ('any' in predicate) return predicate.any[0] ? traitsFor(predicate.any[0]) : {}
  if ('all' in predicate) return Object.assign({}, ...predicate.all.map(traitsFor)) as Record<Slug, Slug>
  return traitsImplied(predicate)
}

/** Every trait a condition speaks of, with the value it asks for. */
export function traitsMentioned(predicate: Predicate | undefined): { trait: Slug; is: Slug }[] {
  if (predicate === undefined) return []
  if ('trait' in predicate) return [predicate]
  if ('not' in predicate) return traitsMentioned(predicate.not)
  return ('all' in predicate ? predicate.all : predicate.any).flatMap(traitsMentioned)
}

/** How many parts a condition has, itself included; none has none. Conditions are weighed by three truth values (Kleene 1938). */
export function partsOf(predicate: Predicate | undefined): number {
  if (predicate === undefined) return 0
  if ('trait' in predicate) return 1
  if ('not' in predicate) return 1 + partsOf(predicate.not)
  return ('all' in predicate ? predicate.all : predicate.any).reduce((sum, part) => sum + partsOf(part), 1)
}
