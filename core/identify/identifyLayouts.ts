import { fail, ok, type Result } from '../result'
import { evaluatePredicate, partsOf, traitsMentioned } from '../sheet/evaluatePredicate'
import { fitOf } from '../sheet/fitOf'
import type { Car, Question, Sheet, Slug, Trait } from '../sheet/types'
import { entropyOf } from './entropyOf'
import { rankLooks, type LookClass } from './rankLooks'

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
  /** Minutes to be expected from here until nothing more can be told, when this is looked at first and then the best each time. */
  minutes: number
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

/** How many layouts a sheet can tell apart at most. Our own count. */
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

/**
 * Which layouts a car may still have, and which look tells most. Every combination of the traits nobody has seen yet counts the same;
 * combinations that give the same lines, operations and verdicts are one layout. The next look is the one with the fewest minutes to be
 * expected until the layout is known (rankLooks). Exact: all combinations are walked. Refused with
 * IDENTIFY_BUDGET where that is beyond `mostCombinations` or `mostEvaluations`, which the integrity check rules out for a single sheet.
 * Ties go by the order of the sheets. `cannotSee` are questions that could not be answered: they are not asked
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
  const bits = entropyOf(layouts.map(layout => layout.worlds.length))
  const skip = new Set(cannotSee.map(({ sheet, question }) => `${sheet}\0${question}`))
  const questions = candidates.flatMap(sheet =>
    sheet.questions.filter(question => !skip.has(`${sheet.id}\0${question.id}`)).map(question => ({ sheet: sheet.id, question })),
  )
  const ranked =
    bits === 0
      ? []
      : rankLooks(
          classesOf(
            questions.map(({ question }) => question),
            worlds,
            layoutAt,
          ),
          questions.map(({ question }) => question.minutes),
        )
  return ok({
    layouts: layouts
      .map(layout => ({ sheets: layout.sheets, share: layout.worlds.length / worlds.length, traits: sharedTraits(layout.worlds) }))
      .sort((a, b) => b.share - a.share),
    looks: ranked.map(({ question, bits: told, minutes }) => ({ ...questions[question]!, bits: told, minutes })),
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
 * Combinations by what the looks can tell of them. One that fits several answers of a question may get any of them; one that fits none
 * leaves things as they were, as an answer of its own.
 */
function classesOf(questions: readonly Question[], worlds: readonly World[], layoutAt: readonly number[]): LookClass[] {
  const classes = new Map<string, LookClass>()
  worlds.forEach((world, i) => {
    const answers = questions.map(question => {
      const fitting = question.answers.flatMap((answer, k) => (evaluatePredicate(answer.implies, world) === 'no' ? [] : [k]))
      return fitting.length > 0 ? fitting : [question.answers.length]
    })
    const key = `${layoutAt[i]}|${answers.join('|')}`
    classes.set(key, { layout: layoutAt[i]!, answers, weight: (classes.get(key)?.weight ?? 0) + 1 })
  })
  return [...classes.values()]
}

function sharedTraits(worlds: readonly World[]): World {
  const first = worlds[0]!
  return Object.fromEntries(Object.entries(first).filter(([trait, value]) => worlds.every(world => world[trait] === value)))
}
