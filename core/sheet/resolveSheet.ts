import { identifyLayouts } from '../identify/identifyLayouts'
import { evaluatePredicate } from './evaluatePredicate'
import { linesOf } from './jointLines'
import { fitOf, type Misfit } from './fitOf'
import type { Car, Hold, Joint, Line, Operation, Question, Sheet, Verdict } from './types'

export type ResolvedSheet = {
  sheet: Sheet
  car: Car
  /** Lines this car surely has. While `open` is not empty there may be more. */
  lines: readonly Line[]
  joints: readonly Joint[]
  holds: readonly Hold[]
  operations: readonly Operation[]
  /** Lines whose presence hangs on a trait nobody has looked at. */
  open: readonly Line[]
  /** What was seen ends the matter: the job is not needed, or a newer part replaces the line. */
  verdict?: Verdict
  question?: Question
}
export type Resolution = { applies: 'yes'; resolved: ResolvedSheet } | { applies: 'no'; why: Misfit }

/**
 * The sheet as it is for one car: which lines, joints, holds and operations it has, and where the layout is still open the next best
 * look (identifyLayouts). Pure; unknown years and engines do not exclude a car.
 */
export function resolveSheet(sheet: Sheet, car: Car): Resolution {
  const why = fitOf(sheet, car)
  if (why) return { applies: 'no', why }
  const truths = new Map(sheet.lines.map(line => [line.id, evaluatePredicate(line.when, car.traits)]))
  const lines = sheet.lines.filter(line => truths.get(line.id) === 'yes')
  const open = sheet.lines.filter(line => truths.get(line.id) === 'unknown')
  const identified = identifyLayouts([sheet], car)
  const has = new Set(lines.map(line => line.id))
  return {
    applies: 'yes',
    resolved: {
      sheet,
      car,
      lines,
      open,
      joints: sheet.joints.filter(joint => linesOf(joint).some(id => has.has(id))),
      holds: sheet.holds.filter(hold => has.has(hold.line)),
      operations: sheet.operations.filter(operation => evaluatePredicate(operation.when, car.traits) !== 'no'),
      verdict: sheet.verdicts?.find(verdict => evaluatePredicate(verdict.when, car.traits) === 'yes'),
      question: identified.ok ? identified.value.looks[0]?.question : undefined,
    },
  }
}
