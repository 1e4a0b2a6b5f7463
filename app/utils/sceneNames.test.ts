import { readFileSync } from 'node:fs'
import { PerspectiveCamera, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { traceLines } from '#core/route/traceLines'
import { resolveSheet } from '#core/sheet/resolveSheet'
import { standpoints, type Pack, type Vec3 } from '#core/sheet/types'
import { toPixels } from './pictureLabels'
import { boundsOf, dragged, nearer, placeCamera, straight } from './sceneCamera'
import { arrowTo, jointEnds, otherEnd, placeNames, pointAlong, type Project } from './sceneNames'

const sheet = (JSON.parse(readFileSync('db/demo/halyard-cooler-lines.efferent.json', 'utf8')) as Pack).sheets[0]!
const resolution = resolveSheet(sheet, { family: 'ondrel-halyard', traits: { coolers: 'two' } })
if (resolution.applies === 'no') throw new Error('the demo sheet is for this car')
const { resolved } = resolution
const traced = traceLines(resolved.lines, sheet.keepouts)
const ends = jointEnds(resolved, traced)
const points = traced.flatMap(line => line.sections.flatMap(section => section.points))
const frame = { width: 900, height: 600 }

function seenFrom(standpoint: (typeof standpoints)[number], turn = straight): Project {
  const camera = new PerspectiveCamera(34, 1, 20, 20_000)
  placeCamera(camera, { standpoint, side: 'left', turn, bounds: boundsOf(points), aspect: frame.width / frame.height })
  return at => toPixels(new Vector3(...at).project(camera), frame)
}

describe('the camera', () => {
  it.each(standpoints)('from %s all of the lines are in the picture, turned or not', standpoint => {
    for (const turn of [straight, dragged(straight, 300, -80), dragged(straight, -500, 200)]) {
      const project = seenFrom(standpoint, turn)
      for (const point of points) {
        const { x, y, behind } = project(point)!
        expect(behind).toBe(false)
        expect(Math.min(x, frame.width - x)).toBeGreaterThan(0)
        expect(Math.min(y, frame.height - y)).toBeGreaterThan(0)
      }
    }
  })
  it('nearer shows the same larger, and never so near or so far that nothing is left', () => {
    const spread = (near: number) => {
      const project = seenFrom('under-lift', nearer(straight, near))
      const xs = points.map(point => project(point)!.x)
      return Math.max(...xs) - Math.min(...xs)
    }
    expect(spread(1.5)).toBeGreaterThan(spread(1) * 1.3)
    expect(nearer(straight, 1e9).near).toBe(6)
    expect(nearer(straight, 1e-9).near).toBe(0.5)
  })
  it('holds nothing in a ball, too', () => expect(boundsOf([]).radius).toBeGreaterThan(0))
})

describe('what is written in the picture', () => {
  it('the names do not lie on each other, and the chosen joint is always among them', () => {
    for (const standpoint of standpoints)
      for (const { joint } of ends) {
        const names = placeNames({ resolved, traced, line: joint.line, selected: joint.id }, ends, seenFrom(standpoint), frame)
        expect(names.map(({ joint: id }) => id)).toContain(joint.id)
        for (const [i, a] of names.entries())
          for (const b of names.slice(i + 1)) {
            const apart = a.left + a.width <= b.left || b.left + b.width <= a.left || a.top + a.height <= b.top || b.top + b.height <= a.top
            expect(apart, `${a.text} on ${b.text}`).toBe(true)
          }
      }
  })
  it('who stands at one end is shown the other end of that line', () => {
    for (const { joint } of ends) {
      const other = otherEnd(ends, undefined, joint.id)?.joint
      expect(other?.id).not.toBe(joint.id)
      if (other) expect([other.line, ...(other.also ?? []).map(({ line }) => line)]).toContain(joint.line)
    }
    expect(otherEnd(ends, 'nobody', undefined)).toBeUndefined()
  })
  it('an end outside the picture has its arrow at the edge, within it, and its name beside it', () => {
    const outside: Project = () => ({ x: 2000, y: 300, behind: false })
    const arrow = arrowTo(ends[0]!, outside, frame)!
    expect(arrow.x).toBeLessThanOrEqual(frame.width)
    expect(arrow.far!.left).toBeLessThan(frame.width)
    expect(Math.abs(arrow.degrees)).toBeLessThan(30)
    expect(arrowTo(ends[0]!, () => ({ x: 450, y: 300, behind: false }), frame)!.far).toBeUndefined()
  })
  it('a point along a line lies on it, from end to end and no further', () => {
    const { sections } = traced.find(({ line }) => line === 'supply')!
    expect(pointAlong(sections, 0)).toEqual(sections[0]!.points[0])
    const straightLine = [
      {
        points: [
          [0, 0, 0],
          [300, 0, 0],
        ] as Vec3[],
      },
      {
        points: [
          [300, 0, 0],
          [300, 100, 0],
        ] as Vec3[],
      },
    ]
    expect(pointAlong(straightLine as never, 350)).toEqual([300, 50, 0])
    expect(pointAlong(straightLine as never, 401)).toBeUndefined()
  })
})
