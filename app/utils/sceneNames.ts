import { centreOfBody, landmarksOf } from '#core/route/landmarks'
import type { TracedLine } from '#core/route/traceLines'
import { endOn, isOn } from '#core/sheet/jointLines'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import type { Joint, Vec3 } from '#core/sheet/types'
import { edgeArrow, nowhere, placePictureLabels, type PicturePixel } from './pictureLabels'
import { TracedCurve } from './sceneShapes'
import { textWidth } from './stripLayout'

export type Project = (at: Vec3) => PicturePixel | undefined
type Size = { width: number; height: number }
export type JointEnd = { joint: Joint; at: Vec3 }
export type SceneName = ReturnType<typeof placeNames>[number]

/** The joints at the ends of the traced lines, each where it sits. */
export const jointEnds = (resolved: ResolvedSheet, traced: readonly TracedLine[]): JointEnd[] =>
  resolved.joints.flatMap(joint => {
    const sections = traced.find(line => line.line === joint.line)?.sections
    const at = joint.end === 'from' ? sections?.[0]?.points[0] : sections?.at(-1)?.points.at(-1)
    return at ? [{ joint, at }] : []
  })

/** The point so many mm along a traced line; undefined beyond its end. */
export function pointAlong(sections: TracedLine['sections'], s: number): Vec3 | undefined {
  let left = s
  for (const section of sections) {
    const curve = new TracedCurve(section.points)
    if (left <= curve.size + 1e-6) return curve.getPoint(Math.min(1, left / Math.max(1e-9, curve.size))).toArray() as Vec3
    left -= curve.size
  }
  return undefined
}

/** The end of the line in hand that a person standing at the chosen joint is looking for. */
export function otherEnd(ends: readonly JointEnd[], line: string | undefined, selected: string | undefined): JointEnd | undefined {
  const chosen = ends.find(({ joint }) => joint.id === selected)?.joint
  const of = chosen?.line ?? line
  return ends.find(({ joint }) => isOn(joint, of) && (chosen ? joint.id !== chosen.id : endOn(joint, of) === 'to'))
}

const size = { joint: 15, other: 13 }
/** The names in the picture: the chosen joint first, then those of the line in hand, then what holds it and what it runs past. */
export function placeNames(
  { resolved, traced, line, selected }: { resolved: ResolvedSheet; traced: readonly TracedLine[]; line?: string; selected?: string },
  ends: readonly JointEnd[],
  project: Project,
  frame: Size,
) {
  const inside = (point: PicturePixel) => !point.behind && point.x >= 0 && point.y >= 0 && point.x <= frame.width && point.y <= frame.height
  const label = (kind: 'joint' | 'hold' | 'keep' | 'mark', id: string, text: string, at: Vec3, optional: boolean) => {
    const high = kind === 'joint' ? size.joint : size.other
    const joint = kind === 'joint' ? id : undefined
    return {
      id: `${kind}:${id}`,
      kind,
      joint,
      text,
      ...(project(at) ?? nowhere),
      width: textWidth(text, high) + 8,
      height: high + 9,
      optional,
    }
  }
  const rank = ({ joint }: JointEnd) => (joint.id === selected ? 0 : isOn(joint, line) ? 1 : 2)
  const joints = ends
    .toSorted((a, b) => rank(a) - rank(b))
    .map(({ joint, at }) => label('joint', joint.id, joint.name, at, !isOn(joint, line)))
  const sections = traced.find(one => one.line === line)?.sections ?? []
  const holds = resolved.holds
    .filter(hold => hold.line === line)
    .flatMap(hold => {
      const at = pointAlong(sections, hold.at)
      return at ? [label('hold', hold.id, hold.name, at, true)] : []
    })
  const around = [
    ...resolved.sheet.keepouts.map(keep => label('keep', keep.id, keep.what, centreOfBody(keep.body), true)),
    ...landmarksOf(resolved.sheet)
      .filter(mark => mark.name)
      .map(mark => label('mark', mark.id, mark.name, centreOfBody(mark.body), true)),
  ]
  const all = [...joints, ...holds, ...around].filter(inside)
  return placePictureLabels(all, frame).map(({ id, left, top, side }) => ({ ...all.find(item => item.id === id)!, left, top, side }))
}

/** An arrow to the other end: at the picture's edge where that is outside, else from above it, or from below where there is no room. */
export function arrowTo(end: JointEnd, project: Project, { width, height }: Size) {
  const point = project(end.at)
  if (!point) return undefined
  // Behind the eye a projection comes out mirrored.
  const outside = edgeArrow(point.behind ? { x: width - point.x, y: height - point.y } : point, { width, height })
  const isHigh = point.y > 48
  const inside = { x: point.x, y: point.y + (isHigh ? -18 : 18), angle: isHigh ? Math.PI / 2 : -Math.PI / 2 }
  const { x, y, angle } = outside ?? inside
  const { name } = end.joint
  const wide = textWidth(name, 14)
  const far = outside && { left: Math.max(4, Math.min(width - wide - 10, x - wide / 2)), top: y > height / 2 ? y - 34 : y + 14 }
  return { x, y, degrees: (angle * 180) / Math.PI, name, far }
}
