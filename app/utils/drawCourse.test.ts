import { describe, expect, it } from 'vitest'
import type { Vec3 } from '#core/sheet/types'
import { drawCourse } from './drawCourse'

const box = { width: 400, height: 300 }
const course: Vec3[] = [
  [0, 0, 500],
  [0, 0, 0],
  [300, 0, 0],
]
const full = [{ liquid: 10, air: 0 }]

describe('a line drawn in space', () => {
  it('lies within its box whichever way it is turned, with its ends where the line ends', () => {
    for (let turn = 0; turn < 360; turn += 15) {
      const { start, end, path } = drawCourse(course, full, turn, box)
      for (const { x, y } of [start, end]) {
        expect(Math.min(x, y, box.width - x, box.height - y)).toBeGreaterThan(20)
      }
      expect(path.startsWith(`M${start.x.toFixed(1)} ${start.y.toFixed(1)}`)).toBe(true)
      // What stands higher in the car is drawn higher.
      expect(start.y).toBeLessThan(end.y + 200 * Math.sin((25 * Math.PI) / 180))
    }
  })
  it('an upright stays upright and true to the rest of it', () => {
    const { start, path } = drawCourse(course, full, 0, box)
    const [, corner, end] = path
      .slice(1)
      .split(' L')
      .map(pair => pair.split(' ').map(Number))
    expect(corner![0]).toBeCloseTo(start.x, 0)
    // 500 mm upright seen from 25° above, 300 mm across: 500·cos 25° against 300.
    expect((corner![1]! - start.y) / (end![0]! - corner![0]!)).toBeCloseTo((500 * Math.cos((25 * Math.PI) / 180)) / 300, 1)
  })
  it('draws no bubble in what is full, and where air is draws it there', () => {
    expect(drawCourse(course, full, 0, box).bubbles).toEqual([])
    const halves = drawCourse(
      course,
      [
        { liquid: 5, air: 0 },
        { liquid: 2.5, air: 2.5 },
      ],
      0,
      box,
    )
    expect(halves.bubbles.length).toBeGreaterThan(0)
    // The second half of 800 mm begins 400 mm down the upright.
    for (const { y } of halves.bubbles) expect(y).toBeGreaterThan(halves.start.y + (halves.end.y - halves.start.y) * 0.75)
    expect(drawCourse(course, [{ liquid: 0, air: 3 }], 0, box).bubbles[0]!.r).toBeGreaterThan(halves.bubbles[0]!.r)
  })
  it('a line that is all one spot, or holds nothing, is drawn all the same', () => {
    const { path, bubbles } = drawCourse(
      [
        [1, 1, 1],
        [1, 1, 1],
      ],
      [],
      0,
      box,
    )
    expect(path).not.toContain('NaN')
    expect(bubbles).toEqual([])
  })
})
