import { developLine } from '../route/developLine'
import { findClearances } from '../route/findClearances'
import { fail, ok, type Result } from '../result'
import type { CentrePoint, Keepout, Section } from '../sheet/types'
import { compareLines, type CompareIssue } from './compareLines'
import { placeBy } from './rigidFit'

/** How a new line would pass one thing in the car: room there, what that thing asks for, and the room the sheet's own line has, mm. */
export type PassInCar = { what: string; gap: number; asks: number; before: number | undefined }

/** Only the fit is asked for here, not a verdict. */
const anyTolerance = { along: 1e9, end: 1e9, endAngle: 360 }
/** What a measured line is known to, mm: less than this closer than the old one is no closer. */
const known = 2

/**
 * Where a new line, laid on the sheet's own as well as a rigid line can be, would lie too close: nearer than the thing asks for, and nearer
 * than the line that belongs there. Nearest first. Fails where one of the two cannot be laid out.
 */
export function clearInCar(
  own: Extract<Section, { kind: 'tube' }>,
  fresh: readonly CentrePoint[],
  keepouts: readonly Keepout[],
): Result<PassInCar[], CompareIssue> {
  const compared = compareLines(own.points, fresh, anyTolerance)
  if (!compared.ok) return compared
  const { placement } = compared.value
  const laid: Section = { ...own, points: fresh.map(point => ({ ...point, at: placeBy(placement, point.at) })) }
  const passes = (section: Section) => {
    const developed = developLine([section])
    return developed.ok ? findClearances([section], developed.value, keepouts) : undefined
  }
  const [now, before] = [passes(laid), passes(own)]
  if (!now || !before) return fail({ code: 'COMPARE_UNREADABLE', which: now ? 'old' : 'new' })
  return ok(
    now
      .flatMap(({ keepout, what, gap, asks }): PassInCar[] => {
        const had = before.find(pass => pass.keepout === keepout)?.gap
        return gap < asks && (had === undefined || gap < had - known) ? [{ what, gap, asks, before: had }] : []
      })
      .sort((a, b) => a.gap - b.gap),
  )
}
