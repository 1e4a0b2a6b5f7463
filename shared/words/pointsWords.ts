import { assertNever } from '../../core/result'
import type { BendIssue } from '../../core/route/bendTable'
import type { PointsIssue } from '../../core/exchange/readPoints'

export function pointsWords(issue: PointsIssue): string {
  switch (issue.code) {
    case 'POINTS_EMPTY':
      return 'Nothing to read: one point a row, x, y, z and the bend radius, in mm.'
    case 'POINTS_CELLS':
      return `Row ${issue.row} has ${issue.cells} values; a point has x, y, z and, at a bend, a radius.`
    case 'POINTS_NUMBER':
      return `Row ${issue.row}: “${issue.text}” is not a number for ${issue.column}.`
    case 'POINTS_RANGE':
      return `Row ${issue.row}: ${issue.column} ${issue.value} mm cannot be on a car.`
    case 'POINTS_TOO_MANY':
      return `At most ${issue.most} points a section.`
    default:
      return assertNever(issue)
  }
}

export function bendWords(issue: BendIssue): string {
  switch (issue.code) {
    case 'BEND_NO_LENGTH':
      return `Row ${issue.row + 1} has neither a straight nor a bend.`
    case 'BEND_TOO_SHARP':
      return `Row ${issue.row + 1}: a bend is between 0° and 180°.`
    case 'BEND_RADIUS':
      return `Row ${issue.row + 1}: a bend needs the radius of its die.`
    default:
      return assertNever(issue)
  }
}
