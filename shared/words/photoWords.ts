import type { Misfit } from '../../core/photo/reconstructLine'
import type { PhotoIssue } from '../../core/photo/photoJob'

const sheetWords = (paper: number): string => (paper === 0 ? 'the paper' : 'the second sheet')
export function photoIssueWords(issue: PhotoIssue): string {
  switch (issue.code) {
    case 'PHOTO_TOO_FEW':
      return 'Two pictures are needed at least, from different sides.'
    case 'PHOTO_PAPER_UNSEEN':
      return `Picture ${issue.picture + 1}: the paper’s corners are not laid.`
    case 'PHOTO_PAPER_ODD':
      return issue.corner === undefined
        ? `Picture ${issue.picture + 1}: the four corners of ${sheetWords(issue.paper)} cannot be a sheet. Lay them again, clockwise from 1.`
        : `Picture ${issue.picture + 1}: corner ${issue.corner + 1} of ${sheetWords(issue.paper)} cannot be there. Lay it again.`
    case 'PHOTO_PAPER_REVERSED':
      return `Picture ${issue.picture + 1}: the corners of ${sheetWords(issue.paper)} go round the wrong way: the line would come out mirrored. Lay them clockwise from 1, as they are numbered.`
    case 'PHOTO_APEX_UNSEEN':
      return issue.apex === 0
        ? 'The first end is seen in fewer than two pictures.'
        : `Where straights ${issue.apex} and ${issue.apex + 1} meet can be told in ${issue.has === 0 ? 'no picture' : 'one picture only'}. Take one more from another side.`
    case 'PHOTO_SAME_PLACE':
      return 'The pictures were taken from one place: go round the bench, and take them from different sides.'
  }
}
/** A corner of the line by where it is: its ends, and where two straights meet. */
export const apexWords = (n: number, count: number): string =>
  n === 0 ? 'first end' : n === count - 1 ? 'second end' : `where straights ${n} and ${n + 1} meet`

/** What does not go with the other pictures. */
export function misfitWords({ picture, what, paper, n, off }: Misfit, names: readonly string[]): string {
  const place =
    what === 'corner' ? names[paper === 1 ? names.length - 4 + n : n] : n === 0 ? 'the first end' : `the corner after straight ${n}`
  return `Picture ${picture + 1}: ${place} is off by ${Math.round(off)} px. Look at it again.`
}

/** What is tapped on a picture, in its order (core/photo/laidPoints). */
export const legNames = (legs: number, sheets: 1 | 2 = 1): string[] => [
  ...[1, 2, 3, 4].map(n => `corner ${n} of the paper`),
  ...Array.from({ length: legs }, (_, i) => [
    i === 0 ? 'the first end' : `straight ${i + 1}, where it begins`,
    i === legs - 1 ? 'the second end' : `straight ${i + 1}, where it ends`,
  ]).flat(),
  ...(sheets === 2 ? [1, 2, 3, 4].map(n => `corner ${n} of the second sheet`) : []),
]
