import { assertNever } from '../../core/result'
import type { DxfIssue } from '../../core/exchange/readDxf'
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

export function dxfWords(issue: DxfIssue): string {
  switch (issue.code) {
    case 'DXF_NOT':
      return 'This is no drawing that can be read: save it as DXF in text (ASCII), R12 for choice.'
    case 'DXF_NO_LINE':
      return 'There is no line in this drawing: draw its course as one polyline, corner to corner.'
    case 'DXF_SEVERAL':
      return `There are ${issue.lines} lines in this drawing that do not hang together: leave the one that is meant.`
    case 'DXF_FINE':
      return `The line has ${issue.points} points, at most ${issue.most} can be corners: draw it from corner to corner, without its bends.`
    case 'DXF_RANGE':
      return `There is a value in it that cannot be on a car: ${issue.value}. Draw it in millimetres.`
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
