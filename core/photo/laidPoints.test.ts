import { describe, expect, it } from 'vitest'
import { legNames, misfitWords } from '../../shared/words/photoWords'
import type { Pixel } from './homography'
import { isWhole, layPoints, legOf, pictureOf, pointsOf } from './laidPoints'

const points = (count: number): Pixel[] => Array.from({ length: count }, (_, i) => [i * 10, i * i])

describe('what is laid on a picture', () => {
  it('is named point by point, in its order, with a second sheet last', () => {
    expect(legNames(3)).toHaveLength(pointsOf(3))
    const names = legNames(3, 2)
    expect(names).toHaveLength(pointsOf(3) + 4)
    expect(names.slice(0, pointsOf(3))).toEqual(legNames(3))
    expect(new Set(names).size).toBe(names.length)
    expect(misfitWords({ picture: 1, what: 'corner', paper: 1, n: 2, off: 14.2 }, names)).toContain(
      'Picture 2: corner 3 of the second sheet',
    )
    expect(misfitWords({ picture: 1, what: 'corner', paper: 0, n: 2, off: 14.2 }, names)).toContain('corner 3 of the paper')
  })
  it('is whole without the second sheet and with all of it, and never with a part of it', () => {
    for (let count = 0; count <= pointsOf(2) + 6; count++)
      expect(isWhole(points(count), 2), String(count)).toBe(count === pointsOf(2) || count === pointsOf(2) + 4)
  })
  it('a point of a straight has its partner, a corner has none, whichever it is', () => {
    for (let n = 0; n < pointsOf(3) + 4; n++) {
      const own = legOf(n, 3)
      expect(own === undefined, String(n)).toBe(/corner/.test(legNames(3, 2)[n]!))
      if (own) expect(own.points).toContain(n)
    }
  })
  it('becomes papers and straights; half a second sheet is none', () => {
    expect(pictureOf(points(pointsOf(2)), 2).papers).toEqual([points(4)])
    expect(pictureOf(points(pointsOf(2) + 4), 2).papers).toEqual([points(4), points(12).slice(8)])
    expect(pictureOf(points(pointsOf(2) + 3), 2).papers).toHaveLength(1)
    expect(
      layPoints(2)
        .joins.flat()
        .every(n => n < pointsOf(2) + 4),
    ).toBe(true)
  })
})
