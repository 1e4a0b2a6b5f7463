import { evaluatePredicate, traitsMentioned } from './evaluatePredicate'
import type { Applies, Car, Hold, Joint, Line, Operation, Question, Sheet } from './types'

export type ResolvedSheet = {
  sheet: Sheet; car: Car;
  /** Lines this car surely has. While `open` is not empty there may be more. */
  lines: readonly Line[]; joints: readonly Joint[]; holds: readonly Hold[]; operations: readonly Operation[];
  /** Lines whose presence hangs on a trait nobody has looked at. */
  open: readonly Line[];
  question?: Question
}
export type Resolution
  = | { applies: 'yes'; resolved: ResolvedSheet }
    | { applies: 'no'; why: 'family' | 'year' | 'engine' | 'trait' }

function misfit(applies: Applies, car: Car): 'family' | 'year' | 'engine' | 'trait' | undefined {
  if (!applies.families.includes(car.family)) return 'family'
  if (applies.years && car.year !== undefined && (car.year < applies.years[0] || car.year > applies.years[1])) return 'year'
  if (applies.engines && car.engine !== undefined && !applies.engines.includes(car.engine)) return 'engine'
  return evaluatePredicate(applies.when, car.traits) === 'no' ? 'trait' : undefined
}

const misfitOrder = ['family', 'year', 'engine', 'trait'] as const

/**
 * The sheet as it is for one car: which lines, joints, holds and operations it has, and where the layout is still open the one
 * look that settles most of it per minute. Pure; unknown years and engines do not exclude a car.
 */
export function resolveSheet(sheet: Sheet, car: Car): Resolution {
  const misfits = sheet.applies.map(applies => misfit(applies, car))
  if (!misfits.includes(undefined)) {
    // The misfit that came closest to fitting tells the reader most.
    return { applies: 'no', why: misfitOrder.findLast(reason => misfits.includes(reason)) ?? 'family' }
  }
  const truths = new Map(sheet.lines.map(line => [line.id, evaluatePredicate(line.when, car.traits)]))
  const lines = sheet.lines.filter(line => truths.get(line.id) === 'yes')
  const open = sheet.lines.filter(line => truths.get(line.id) === 'unknown')
  const has = new Set(lines.map(line => line.id))
  return {
    applies: 'yes',
    resolved: {
      sheet, car, lines, open,
      joints: sheet.joints.filter(joint => has.has(joint.line)),
      holds: sheet.holds.filter(hold => has.has(hold.line)),
      operations: sheet.operations.filter(operation => evaluatePredicate(operation.when, car.traits) !== 'no'),
      question: nextQuestion(sheet, car, open),
    },
  }
}

/** The question that touches most of the open lines per minute of looking; ties go to the cheaper look, then to the sheet's order. */
function nextQuestion(sheet: Sheet, car: Car, open: readonly Line[]): Question | undefined {
  const openTraits = open.flatMap(line => traitsMentioned(line.when).map(({ trait }) => trait)).filter(trait => !(trait in car.traits))
  const worth = (question: Question) => {
    const taught = new Set(question.answers.flatMap(answer => traitsMentioned(answer.implies).map(({ trait }) => trait)))
    return openTraits.filter(trait => taught.has(trait)).length
  }
  const useful = sheet.questions.filter(question => worth(question) > 0)
  return useful.toSorted((a, b) => worth(b) / b.minutes - worth(a) / a.minutes || a.minutes - b.minutes)[0]
}
