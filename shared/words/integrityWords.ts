import type { TorqueDoubt } from '../../core/sheet/doubtTorques'
import { assertNever } from '../../core/result'
import type { IntegrityIssue } from '../../core/sheet/checkIntegrity'
import type { RouteIssue } from '../../core/route/developLine'
import { formatNumber } from '../../core/units/formatQuantity'

function routeWords(issue: RouteIssue): string {
  switch (issue.code) {
    case 'ROUTE_TOO_FEW_POINTS':
      return 'a section needs at least two points'
    case 'ROUTE_POINT_REPEATED':
      return `point ${issue.point} lies on the one before it`
    case 'ROUTE_BEND_DOES_NOT_FIT':
      return `the bend at point ${issue.point} needs ${formatNumber(issue.needsMm, 1)} mm of straight and has ${formatNumber(issue.hasMm, 1)} mm: a smaller radius, or points further apart`
    case 'ROUTE_SECTIONS_APART':
      return `begins ${formatNumber(issue.gapMm, 1)} mm from the end of the section before it`
    default:
      return assertNever(issue)
  }
}

/** An integrity issue in words, without its path; the remedy is in the sentence. */
export function integrityWords(issue: IntegrityIssue): string {
  switch (issue.code) {
    case 'SHEET_DUPLICATE_ID':
      return `“${issue.id}” is used twice; ids are unique within a list`
    case 'SHEET_UNKNOWN_REFERENCE':
      return `“${issue.id}” names no ${issue.expected} of this sheet`
    case 'SHEET_ANSWER_TEACHES_NOTHING':
      return `the answer “${issue.answer}” gives no trait a value: say what it means with “trait is value”`
    case 'SHEET_TOO_MANY_LAYOUTS':
      return `the traits make ${issue.combinations} combinations; at most ${issue.most} can be asked through. Fewer traits, or fewer values`
    case 'SHEET_CONDITIONS_TOO_LONG':
      return `${issue.parts} parts of conditions over ${issue.combinations} combinations are too many (at most ${issue.most} together): say the conditions shorter, or split the sheet`
    case 'SHEET_NEEDS_TOO_MANY':
      return `these needs can be met in ${issue.ways} ways (at most ${issue.most}): name fewer alternatives`
    case 'SHEET_LINE_ENDS':
      return `line “${issue.line}” needs exactly one joint at its “${issue.end}” end; it has ${issue.joints}`
    case 'SHEET_END_OFF_PORT':
      return `line “${issue.line}” ends ${formatNumber(issue.gapMm, 1)} mm away from its port`
    case 'SHEET_VALVE_OFF_LINE':
    case 'SHEET_HOLD_OFF_LINE':
      return `${issue.at} mm is beyond the line’s developed length of ${formatNumber(issue.length, 0)} mm`
    case 'SHEET_NO_WAY':
      return 'needs at least one way to reach it'
    case 'SHEET_NEEDS_CIRCLE':
      return `needs itself: ${issue.operations.join(' → ')}`
    case 'SHEET_WINDOW_REVERSED':
      return `low ${issue.low} is above high ${issue.high}`
    case 'SHEET_SETTLED_INDEX':
      return `settled on value ${issue.index}, but there are ${issue.count}`
    case 'SHEET_VIEW_NEEDS_ENGINE_OFF':
      return `“${issue.operation}” hides the joint, but has to be on, or the car stands on it, while it is looked at for leaks`
    case 'SHEET_GROUND_WITHOUT_WHEEL':
      return `is reached on the ground only with “${issue.operation}” off, and the car stands on that: give it a way with the car raised`
    case 'SHEET_CIRCUIT_BEHIND':
      return 'is filled and read where nothing has to come off for that: give its level one way, without needs'
    case 'SHEET_ROUTE':
      return routeWords(issue.issue)
    default:
      return assertNever(issue)
  }
}

/** Something out of proportion, as a question to whoever wrote it. */
export const doubtWords = ({ size, high, usual }: TorqueDoubt): string =>
  `${formatNumber(high, 0)} N·m on ${size}; about ${formatNumber(usual, 0)} N·m is usual for a class 8.8 bolt of that thread. A slip, or a stronger bolt?`
