import { describe, expect, it } from 'vitest'
import { fastenerKinds } from '#core/sheet/types'
import { millimetres } from '#core/units/types'
import { fastenerShape, shapeBox } from './fastenerShape'

/** Where a path of moves and lines has been, curves left out: all that has a length is drawn of these. */
function reach(path: string): { right: number; bottom: number } {
  let [x, y, right, bottom] = [0, 0, 0, 0]
  for (const [, kind, rest] of path.matchAll(/([MhvlzHV])([^A-Za-z]*)/g)) {
    const [a = 0, b = 0] = [...rest!.matchAll(/-?\d*\.?\d+/g)].map(Number)
    if (kind === 'M') [x, y] = [a, b]
    if (kind === 'h') x += a
    if (kind === 'v') y += a
    if (kind === 'l') [x, y] = [x + a, y + b]
    right = Math.max(right, x)
    bottom = Math.max(bottom, y)
  }
  return { right, bottom }
}

describe('fasteners in the tray', () => {
  it('no two kinds look the same', () => {
    const drawn = fastenerKinds.map(what => JSON.stringify(fastenerShape({ what })))
    expect(new Set(drawn).size).toBe(fastenerKinds.length)
  })
  it('a longer bolt or screw is drawn longer, and none out of its box, whatever its length', () => {
    for (const what of ['bolt', 'screw'] as const) {
      const ends = [10, 25, 40, 55, 400].map(length => reach(fastenerShape({ what, length: millimetres(length) }).metal))
      expect(ends.slice(0, 4).map(({ right }) => right)).toEqual(
        ends
          .slice(0, 4)
          .map(({ right }) => right)
          .toSorted((a, b) => a - b),
      )
      expect(ends[3]!.right).toBeGreaterThan(ends[0]!.right + 20)
      for (const { right, bottom } of ends) {
        expect(right).toBeLessThanOrEqual(shapeBox.width)
        expect(bottom).toBeLessThanOrEqual(shapeBox.height)
      }
    }
  })
})
