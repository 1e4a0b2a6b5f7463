import { goalKey, type GoalKey } from '../plan/goals/goalKinds'
import type { WaysChosen } from '../plan/types'
import { endOn, isOn } from '../sheet/jointLines'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { JointKind, Line, Reach, Slug, Way } from '../sheet/types'
import { developLine, type Bend, type Developed } from './developLine'
import { findClearances, type Clearance } from './findClearances'
import { findExtremes, type Extreme } from './findExtremes'

export type StripSide = 'above' | 'below'
export type UnrolledJoint = { id: Slug; name: string; kind: JointKind; at: number; side: StripSide; reach: Reach }
export type UnrolledHold = { id: Slug; name: string; at: number; side: StripSide; reach: Reach }
export type Unrolled = {
  line: Slug
  length: number
  sections: Developed['sections']
  bends: readonly Bend[]
  clearances: readonly Clearance[]
  extremes: readonly Extreme[]
  joints: readonly UnrolledJoint[]
  holds: readonly UnrolledHold[]
}

/** What is reached from above, or from the front with the hood up, stands above the line; the rest hangs below it. */
const sideOf = (reach: Reach): StripSide => (reach === 'above' || reach === 'front' || reach === 'seat' ? 'above' : 'below')

/**
 * One line end to end at true length, in mm along it: the content of its strip. `ways` are a plan's choices by goal id; without a plan the
 * sheet's first way counts. Throws RangeError for a line that cannot be developed: integrity has been checked before.
 */
export function unrollLine(resolved: ResolvedSheet, line: Line, ways: WaysChosen = {}): Unrolled {
  const developed = developLine(line.sections)
  if (!developed.ok) throw new RangeError(`line ${line.id}: ${developed.error.code}`)
  const { length, sections, bends } = developed.value
  const reachOf = (goal: GoalKey, among: readonly Way[]): Reach => (among[ways[goal] ?? 0] ?? among[0]!).from
  return {
    line: line.id,
    length,
    sections,
    bends,
    clearances: findClearances(line.sections, developed.value, resolved.sheet.keepouts),
    extremes: findExtremes(developed.value),
    joints: resolved.sheet.joints
      .filter(joint => isOn(joint, line.id))
      .map(joint => {
        const reach = reachOf(goalKey('joint', joint.id), joint.ways)
        return {
          id: joint.id,
          name: joint.name,
          kind: joint.kind,
          at: endOn(joint, line.id) === 'from' ? 0 : length,
          side: sideOf(reach),
          reach,
        }
      }),
    holds: resolved.sheet.holds
      .filter(hold => hold.line === line.id)
      .map(hold => {
        const reach = reachOf(goalKey('hold', hold.id), hold.ways)
        return { id: hold.id, name: hold.name, at: hold.at, side: sideOf(reach), reach }
      }),
  }
}
