import type { FeedInIssue, FeedInOf } from '../../core/feed/feedInOf'
import { turnFrom, type Pose } from '../../core/feed/pose'
import { formatNumber } from '../../core/units/formatQuantity'
import { list } from './vocabulary'

const round = (value: number, to: number) => Math.round(value / to) * to
/** Shifts and turns smaller than these nobody can do on purpose, mm and degrees. */
const felt = { mm: 10, degrees: 5 }

function shiftWords(a: Pose, b: Pose): string {
  const [x, y, z] = [b.at[0] - a.at[0], b.at[1] - a.at[1], b.at[2] - a.at[2]]
  const parts = [
    [z, 'up', 'down'],
    [x, 'forward', 'back'],
    [y, 'to the left', 'to the right'],
  ] as const
  return list(
    parts.flatMap(([by, one, other]) =>
      Math.abs(by) >= felt.mm ? [`${formatNumber(round(Math.abs(by), 5), 0)} mm ${by > 0 ? one : other}`] : [],
    ),
  )
}
/** A turn as somebody under the car gives it: about which way the line points, by the axis that takes most of it. */
function turnWords(a: Pose, b: Pose): string {
  const { axis, degrees } = turnFrom(a.turn, b.turn)
  if (degrees < felt.degrees) return ''
  const [x, y, z] = axis
  const by = formatNumber(round(degrees, 5), 0)
  const most = Math.max(Math.abs(x), Math.abs(y), Math.abs(z))
  const about = most < 0.8 ? 'about ' : ''
  // Vehicle axes: x forward, y to the left, z up (ISO 8855).
  if (Math.abs(z) === most) return `turned ${about}${by}° to the ${z > 0 ? 'left' : 'right'}, seen from above`
  if (Math.abs(y) === most) return `tipped ${about}${by}°, its front end ${y > 0 ? 'down' : 'up'}`
  return `rolled ${about}${by}°, its left side ${x > 0 ? 'up' : 'down'}`
}

/** Each leg of the way in, as somebody would call it out; with what is tight in it. Left, right, up and down are the car's. */
export function feedLegs({ poses, tight }: Pick<FeedInOf, 'poses' | 'tight'>): { move: string; tight: string }[] {
  return poses.slice(1).map((pose, leg) => {
    const [shift, turn] = [shiftWords(poses[leg]!, pose), turnWords(poses[leg]!, pose)]
    const near = tight.filter(one => one.leg === leg).map(({ what, gap }) => `${what}, ${formatNumber(Math.max(0, gap), 0)} mm`)
    return { move: [shift, turn].filter(Boolean).join(', ') || 'into its place', tight: near.length > 0 ? `Tight at: ${list(near)}.` : '' }
  })
}

export function feedIssueWords(issue: FeedInIssue): string {
  switch (issue.code) {
    case 'FEED_TOUCHES':
      return `By the sheet it touches ${issue.what} where it lies: no way can be worked out from there.`
    case 'FEED_NO_WAY':
      return 'No way in was found in two seconds. There may be one all the same: feed it in as the old one came out.'
    case 'FEED_NOT_RIGID':
      return 'It has a hose in it, which bends: it is fed in by hand and eye.'
    case 'FEED_NO_SHAPE':
      return 'Nobody has measured its shape.'
  }
}
