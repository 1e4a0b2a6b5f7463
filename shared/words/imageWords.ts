import type { ImageIssue } from '../../core/exchange/stripImage'
import { assertNever } from '../../core/result'

export function imageWords(issue: ImageIssue): string {
  switch (issue.code) {
    case 'IMAGE_KIND':
      return 'Only JPEG photos are kept. Take it with the camera, or save it as JPEG.'
    case 'IMAGE_BROKEN':
      return `The photo is cut off or damaged at byte ${issue.at}. Take it again.`
    case 'IMAGE_SIZE':
      return `${issue.width} × ${issue.height} pixels are too many; at most ${issue.most} along a side.`
    default:
      return assertNever(issue)
  }
}
