import { fail, ok, type Result } from '../result'
import { evaluatePredicate, partsOf, traitsMentioned } from '../sheet/evaluatePredicate'
import { fitOf } from '../sheet/fitOf'
import type { Car, Question, Sheet, Slug, Trait } from '../sheet/types'

/** What one sheet comes to on one layout of the car. */
export type SheetLayout = { sheet: Slug; lines: readonly Slug[]; operations: readonly Slug[]; verdict?: Slug }
export type Layout = {
  /** One entry per sheet that applies in this layout; none: no sheet here is for such a car. */
  sheets: readonly SheetLayout[]
  /** Its share of the possibilities left, 0 to 1. */
  share: number
  /** Trait values that hold wherever this layout holds. */
  traits: Readonly<Record<Slug, Slug>>
}
export type Look = {
  sheet: Slug
  question: Question
  /** Expected information, bits. */
  bits: number
}
export type Identification = {
  /** Layouts left, likeliest first. One: the car is identified. */
  layouts: readonly Layout[]
  /** Questions that still tell something, best first; the first is the next best look. */
  looks: readonly Look[]
  /** Information still missing, bits: 0 when one layout is left. */
  bits: number
  /** Facts off the paperwork that would narrow it without a look. */
  missing: readonly ('year' | 'engine')[]
}
/** The sheets together have more combinations than can be looked through: ask by one sheet, or tell year and engine first. */
export type IdentifyIssue = { code: 'IDENTIFY_BUDGET'; sheets: number }
export type CannotSee = { sheet: Slug; question: Slug }

/** Sheets whose traits make more combinations than this are refused by the integrity check: nobody asks that many questions. */
export const mostCombinations = 20_000
/** Parts of conditions looked at over all combinations; beyond this a sheet is refused, and several together are not told apart. */
export const mostEvaluations = 2_000_000

/** Traits that anything in the sheet hangs on or a question tells of; the others are decoration here. */
export function decidingTraits(sheet: Sheet): Trait[] {
  const used = new Set(
    [
      ...sheet.applies.flatMap(applies => traitsMentioned(applies.when)),
      ...sheet.lines.flatMap(line => traitsMentioned(line.when)),
      ...sheet.operations.flatMap(operation => traitsMentioned(operation.when)),
      ...(sheet.verdicts ?? []).flatMap(verdict => traitsMentioned(verdict.when)),
      ...sheet.questions.flatMap(question => question.answers.flatMap(answer => traitsMentioned(answer.implies))),
    ].map(({ trait }) => trait),
  )
  return sheet.traits.filter(trait => used.has(trait.id))
}

export const combinationsOf = (sheet: Sheet): number => decidingTraits(sheet).reduce((product, trait) => product * trait.values.length, 1)

/** How many parts all conditions of a sheet have together: what one look at one combination takes. */
export const conditionParts = (sheet: Sheet): number =>
  [
    ...sheet.applies.map(applies => applies.when),
    ...sheet.lines.map(line => line.when),
    ...sheet.operations.map(operation => operation.when),
    ...(sheet.verdicts ?? []).map(verdict => verdict.when),
    ...sheet.questions.flatMap(question => question.answers.map(answer => answer.implies)),
  ].reduce((sum, condition) => sum + partsOf(condition), 0)

type World = Record<Slug, Slug>

/** Every combination of what nobody has seen yet; undefined: more than there is a budget for. */
function worldsOf(sheets: readonly Sheet[], car: Car): World[] | undefined {
  const values = new Map<Slug, Set<Slug>>()
  for (const trait of sheets.flatMap(decidingTraits)) {
    const known = car.traits[trait.id]
    const set = values.get(trait.id) ?? new Set()
    for (const value of known === undefined ? trait.values.map(({ id }) => id) : [known]) set.add(value)
    values.set(trait.id, set)
  }
  let worlds: World[] = [{ ...car.traits }]
  for (const [trait, options] of values) {
    if (worlds.length * options.size > mostCombinations) return undefined
    worlds = worlds.flatMap(world => [...options].map(value => ({ ...world, [trait]: value })))
  }
  return worlds.length * sheets.reduce((sum, sheet) => sum + conditionParts(sheet), 0) > mostEvaluations ? undefined : worlds
}

function layoutOf(sheets: readonly Sheet[], car: Car, world: World): SheetLayout[] {
  const inWorld = { ...car, traits: world }
  return sheets
    .filter(sheet => fitOf(sheet, inWorld) === undefined)
    .map(sheet => {
      const has = (item: { when?: Parameters<typeof evaluatePredicate>[0] }) => evaluatePredicate(item.when, world) === 'yes'
      const verdict = sheet.verdicts?.find(has)?.id
      return {
        sheet: sheet.id,
        lines: sheet.lines.filter(has).map(({ id }) => id),
        operations: sheet.operations.filter(has).map(({ id }) => id),
        ...(verdict === undefined ? {} : { verdict }),
      }
    })
}

const entropy = (weights: Iterable<number>): number => {
  let [total, sum] = [0, 0]
  for (const weight of weights) {
    if (weight <= 0) continue
    total += weight
    sum += weight * Math.log2(weight)
  }
  return total > 0 ? Math.log2(total) - sum / total : 0
}

/**
 * Which layouts a car may still have, and which look tells most. Every combination of the traits nobody has seen yet counts the same;
 * combinations that give the same lines, operations and verdicts are one layout. The worth of a question is its expected information: the
 * entropy of the layouts less the mean entropy after the answer (Shannon 1948). Exact: all combinations are walked. Refused with
 * IDENTIFY_BUDGET where that is beyond `mostCombinations` or `mostEvaluations`, which the integrity check rules out for a single sheet.
 * Ties go to the cheaper look, then to the order of the sheets. `cannotSee` are questions that could not be answered: they are not asked
 * again and teach nothing.
 */
export function identifyLayouts(
  sheets: readonly Sheet[],
  car: Car,
  cannotSee: readonly CannotSee[] = [],
): Result<Identification, IdentifyIssue> {
  const candidates = sheets.filter(sheet => fitOf(sheet, car) === undefined)
  const worlds = worldsOf(candidates, car)
  if (!worlds) return fail({ code: 'IDENTIFY_BUDGET', sheets: candidates.length })
  const layouts: { sheets: SheetLayout[]; worlds: World[] }[] = []
  const byKey = new Map<string, number>()
  const layoutAt = worlds.map(world => {
    const found = layoutOf(candidates, car, world)
    const key = JSON.stringify(found)
    const known = byKey.get(key)
    if (known !== undefined) {
      layouts[known]!.worlds.push(world)
      return known
    }
    byKey.set(key, layouts.length)
    layouts.push({ sheets: found, worlds: [world] })
    return layouts.length - 1
  })
  const bits = entropy(layouts.map(layout => layout.worlds.length))
  const skip = new Set(cannotSee.map(({ sheet, question }) => `${sheet}\0${question}`))
  const looks =
    bits === 0
      ? []
      : candidates.flatMap(sheet =>
          sheet.questions
            .filter(question => !skip.has(`${sheet.id}\0${question.id}`))
            .map(question => ({ sheet: sheet.id, question, bits: bits - remainingBits(question, worlds, layoutAt) })),
        )
  return ok({
    layouts: layouts
      .map(layout => ({ sheets: layout.sheets, share: layout.worlds.length / worlds.length, traits: sharedTraits(layout.worlds) }))
      .sort((a, b) => b.share - a.share),
    // Information differences below this are rounding, and rounding must not choose the dearer look.
    looks: looks
      .filter(look => look.bits > 1e-9)
      .sort((a, b) => (Math.abs(b.bits - a.bits) > 1e-9 ? b.bits - a.bits : a.question.minutes - b.question.minutes)),
    bits,
    missing: (
      [
        ['year', 'years'],
        ['engine', 'engines'],
      ] as const
    )
      .filter(
        ([fact, list]) =>
          car[fact] === undefined && sheets.some(sheet => sheet.applies.length > 1 && sheet.applies.some(applies => applies[list])),
      )
      .map(([fact]) => fact),
  })
}

/**
 * Mean entropy of the layouts after the answer. A combination that fits several answers may get any of them; one that fits none leaves
 * things as they were.
 */
function remainingBits(question: Question, worlds: readonly World[], layoutAt: readonly number[]): number {
  const tables = [...question.answers.map(() => new Map<number, number>()), new Map<number, number>()]
  worlds.forEach((world, i) => {
    const fitting = question.answers.flatMap((answer, k) => (evaluatePredicate(answer.implies, world) === 'no' ? [] : [k]))
    for (const k of fitting.length > 0 ? fitting : [question.answers.length]) {
      const table = tables[k]!
      table.set(layoutAt[i]!, (table.get(layoutAt[i]!) ?? 0) + 1 / Math.max(1, fitting.length))
    }
  })
  return tables.reduce(
    (sum, table) => sum + ([...table.values()].reduce((weight, part) => weight + part, 0) / worlds.length) * entropy(table.values()),
    0,
  )
}

function sharedTraits(worlds: readonly World[]): World {
  const first = worlds[0]!
  return Object.fromEntries(Object.entries(first).filter(([trait, value]) => worlds.every(world => world[trait] === value)))
}
