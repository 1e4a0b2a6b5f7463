import { Matrix, SVD, determinant } from 'ml-matrix'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pointsFromBends, type BendRow } from '../route/bendTable'
import { distance } from '../route/vector'
import type { CentrePoint, Vec3 } from '../sheet/types'
import { compareLines, type CompareTolerance } from './compareLines'
import { overlay } from './overlay'
import { placeBy, rigidFit } from './rigidFit'

// Hundredths of a millimetre: a library's decomposition says nothing of numbers too small to be written out.
const coordinate = fc.integer({ min: -50_000, max: 50_000 }).map(hundredths => hundredths / 100)
const vec: fc.Arbitrary<Vec3> = fc.tuple(coordinate, coordinate, coordinate)

/** Kabsch by the singular value decomposition of a general-purpose library. */
function kabsch(from: readonly Vec3[], to: readonly Vec3[]): (p: Vec3) => Vec3 {
  const mean = (points: readonly Vec3[]) => [0, 1, 2].map(i => points.reduce((sum, p) => sum + p[i]!, 0) / points.length)
  const [a, b] = [mean(from), mean(to)]
  const centred = (points: readonly Vec3[], by: number[]) => new Matrix(points.map(p => p.map((x, i) => x - by[i]!)))
  const h = centred(from, a).transpose().mmul(centred(to, b))
  const svd = new SVD(h)
  const [u, v] = [svd.leftSingularVectors, svd.rightSingularVectors]
  const mirrored = Math.sign(determinant(v.mmul(u.transpose())))
  const r = v.mmul(Matrix.diag([1, 1, mirrored])).mmul(u.transpose())
  return p =>
    r
      .mmul(Matrix.columnVector(p.map((x, i) => x - a[i]!)))
      .to1DArray()
      .map((x, i) => x + b[i]!) as unknown as Vec3
}

describe('a rigid fit', () => {
  it('is that of Kabsch by ml-matrix, on points that fit badly', () =>
    fc.assert(
      fc.property(fc.array(fc.tuple(vec, vec), { minLength: 4, maxLength: 12 }), matched => {
        const [from, to] = [matched.map(([p]) => p), matched.map(([, q]) => q)]
        const [mine, theirs] = [rigidFit(from, to), kabsch(from, to)]
        const cost = (place: (p: Vec3) => Vec3) => from.reduce((sum, p, i) => sum + distance(place(p), to[i]!) ** 2, 0)
        const [a, b] = [cost(p => placeBy(mine, p)), cost(theirs)]
        expect(Math.abs(a - b)).toBeLessThan(1e-6 * (1 + b))
      }),
    ))
  it('finds a turn and a shift again, and never mirrors', () =>
    fc.assert(
      fc.property(
        fc.array(vec, { minLength: 4, maxLength: 10 }),
        vec,
        fc.double({ min: -3, max: 3, noNaN: true }),
        (points, shift, angle) => {
          const [c, s] = [Math.cos(angle), Math.sin(angle)]
          const moved = points.map(([x, y, z]): Vec3 => [c * x - s * y + shift[0], s * x + c * y + shift[1], z + shift[2]])
          const found = rigidFit(points, moved)
          for (const [i, p] of points.entries()) expect(distance(placeBy(found, p), moved[i]!)).toBeLessThan(1e-5)
          const [x, y, z] = found.rotation
          expect(determinant(new Matrix([[...x], [...y], [...z]]))).toBeCloseTo(1, 9)
        },
      ),
    ))
})

const old: BendRow[] = [
  { straight: 60, rotate: 0, bend: 45, radius: 14 },
  { straight: 120, rotate: 90, bend: 60, radius: 14 },
  { straight: 200, rotate: -60, bend: 90, radius: 14 },
  { straight: 90, rotate: 30, bend: 30, radius: 14 },
  { straight: 70, rotate: 0, bend: 0, radius: 0 },
]
function points(rows: readonly BendRow[], start: Vec3 = [0, 0, 0], heading: Vec3 = [1, 0, 0]): CentrePoint[] {
  const made = pointsFromBends(start, heading, rows)
  if (!made.ok) throw new Error(made.error.code)
  return made.value
}
const withChange = (change: (rows: BendRow[]) => void): BendRow[] => {
  const rows = structuredClone(old)
  change(rows)
  return rows
}
const tolerance: CompareTolerance = { along: 3, end: 2, endAngle: 3 }
const compare = (fresh: BendRow[], start?: Vec3, heading?: Vec3) => {
  const compared = compareLines(points(old), points(fresh, start, heading), tolerance)
  if (!compared.ok) throw new Error(compared.error.code)
  return compared.value
}

describe('old against new', () => {
  it('the same line, lying elsewhere, agrees to nothing', () => {
    const same = compare(old, [400, -30, 12], [0.3, 0.5, -0.8])
    expect(same.verdict).toBe('agrees')
    expect(same.greatest.off).toBeLessThan(0.05)
    expect(same.ends.to.clock).toBeLessThan(0.01)
    expect(same.lengthDifference).toBeCloseTo(0, 9)
  })
  it.each([0, 1, 2, 3])('bend %i wrong by some degrees is found, and put right by as much', bend => {
    for (const by of [-12, -6, 6, 12]) {
      const found = compare(withChange(rows => (rows[bend]!.bend += by)))
      if (found.verdict === 'agrees') continue
      expect(found.one?.changes, `${by}°`).toEqual([{ bend, what: 'angle', by: -by }])
      expect(found.verdict).toBe('massage')
      expect(found.one!.greatest).toBeLessThan(0.5)
    }
  })
  it('a turn that is wrong is found as a turn', () => {
    const found = compare(withChange(rows => (rows[2]!.rotate += 15)))
    expect(found.one?.changes).toEqual([{ bend: 2, what: 'turn', by: -15 }])
  })
  it('two wrong ones want two changes', () => {
    const found = compare(
      withChange(rows => {
        rows[1]!.bend += 10
        rows[2]!.bend -= 14
      }),
    )
    expect(found.one!.changes).toHaveLength(1)
    expect(found.two?.changes.toSorted((a, b) => a.bend - b.bend).map(({ bend, what }) => [bend, what])).toEqual([
      [1, 'angle'],
      [2, 'angle'],
    ])
  })
  // The advice against every single change tried in steps of a degree.
  it('no other single change does better', () => {
    const fresh = withChange(rows => {
      rows[1]!.bend += 9
      rows[3]!.rotate += 20
    })
    const best = compare(fresh).one!
    let least = Infinity
    for (let bend = 0; bend < 4; bend++)
      for (const what of ['bend', 'rotate'] as const)
        for (let by = -30; by <= 30; by += 1) {
          const tried = structuredClone(fresh)
          tried[bend]![what] += by
          if (tried[bend]!.bend <= 0) continue
          const { rootMeanSquare } = compareLoosely(tried)
          least = Math.min(least, rootMeanSquare)
        }
    expect(best.rootMeanSquare).toBeLessThan(least + 0.05)
  })
  it('a straight that is 40 mm too long cannot be bent away', () => {
    const found = compare(withChange(rows => (rows[2]!.straight += 40)))
    expect(found.verdict).toBe('send-back')
    expect(found.lengthDifference).toBeCloseTo(40, 6)
  })
  it('a line that is none is said to be which', () =>
    expect(compareLines(points(old), [{ at: [0, 0, 0] }], tolerance)).toEqual({
      ok: false,
      error: { code: 'COMPARE_UNREADABLE', which: 'new' },
    }))
})

/** Everything agrees, so that no advice is worked out. */
function compareLoosely(rows: BendRow[]) {
  const compared = compareLines(points(old), points(rows), { along: 1e9, end: 1e9, endAngle: 360 })
  if (!compared.ok) throw new Error(compared.error.code)
  return compared.value
}

describe('two lines laid on each other to be drawn', () => {
  it('lie as far apart as the comparison says, whatever frame each was measured in', () => {
    const rows = [
      { straight: 150, rotate: 0, bend: 80, radius: 20 },
      { straight: 200, rotate: 60, bend: 40, radius: 20 },
      { straight: 120, rotate: 0, bend: 0, radius: 0 },
    ]
    const off = rows.map((row, i) => (i === 1 ? { ...row, bend: 48 } : row))
    const [a, b] = [pointsFromBends([0, 0, 0], [1, 0, 0], rows), pointsFromBends([700, -300, 90], [0, 0.6, 0.8], off)]
    if (!a.ok || !b.ok) throw new Error('no lines')
    const compared = compareLines(a.value, b.value, { along: 1, end: 1, endAngle: 1 })
    if (!compared.ok) throw new Error(compared.error.code)
    const laid = overlay(a.value, b.value, compared.value.placement)!
    const nearest = (p: readonly number[]) => Math.min(...laid.fresh.map(q => Math.hypot(p[0]! - q[0], p[1]! - q[1], p[2]! - q[2])))
    const worst = Math.max(...laid.old.map(nearest))
    expect(Math.abs(worst - compared.value.greatest.off)).toBeLessThan(1.5)
    expect(
      overlay(a.value, a.value, {
        rotation: [
          [1, 0, 0],
          [0, 1, 0],
          [0, 0, 1],
        ],
        shift: [0, 0, 0],
      })!.fresh,
    ).toEqual(laid.old)
  })
})
