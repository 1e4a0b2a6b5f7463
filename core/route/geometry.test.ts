import fc from 'fast-check'
import { CatmullRomCurve3, CurvePath, LineCurve3, QuadraticBezierCurve3, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import type { Body, CentrePoint, Keepout, Section, Vec3 } from '../sheet/types'
import { millimetres } from '../units/types'
import { bendsFromPoints, pointsFromBends } from './bendTable'
import { developLine, pointAt, samplePoints, type Developed } from './developLine'
import { approachToBody, distanceToBody } from './distanceToBody'
import { elementToBody } from './elementGeometry'
import { findClearances } from './findClearances'
import { findExtremes } from './findExtremes'
import { distance } from './vector'

const point = (x: number, y: number, z: number, radius?: number): CentrePoint =>
  radius === undefined ? { at: [x, y, z] } : { at: [x, y, z], radius: millimetres(radius) }
const tube = (...points: CentrePoint[]): Section => ({ kind: 'tube', material: 'steel', od: millimetres(10), wall: millimetres(1), points })
function develop(...points: CentrePoint[]): Developed {
  const developed = developLine([tube(...points)])
  if (!developed.ok) throw new Error(developed.error.code)
  return developed.value
}
const dense = (line: Developed, body: Body, step = 0.05) => Math.min(...samplePoints(line, step).map(({ at }) => distanceToBody(at, body)))

const coordinate = fc.integer({ min: -150, max: 150 })
const vec = fc.tuple(coordinate, coordinate, coordinate) as unknown as fc.Arbitrary<Vec3>
const bodies: fc.Arbitrary<Body> = fc.oneof(
  fc.record({ shape: fc.constant('capsule' as const), a: vec, b: vec, radius: fc.integer({ min: 1, max: 40 }) }),
  fc
    .record({ shape: fc.constant('cylinder' as const), a: vec, b: vec, radius: fc.integer({ min: 1, max: 40 }) })
    .filter(({ a, b }) => distance(a, b) > 1),
  fc
    .tuple(vec, vec)
    .map(([a, b]) => ({
      shape: 'box' as const,
      min: a.map((value, i) => Math.min(value, b[i]!)) as unknown as Vec3,
      max: a.map((value, i) => Math.max(value, b[i]!)) as unknown as Vec3,
    })),
) as fc.Arbitrary<Body>

describe('hand-worked lines (plane geometry: arc r·θ, tangent length r·tan(θ/2))', () => {
  it('quarter circle: 100 out, 90° on r 40, 100 on: 60 + 20π + 60', () => {
    const line = develop(point(0, 0, 0), point(100, 0, 0, 40), point(100, 100, 0))
    expect(line.length).toBeCloseTo(120 + 20 * Math.PI, 9)
    // Halfway round the arc lies on the bisector, r·(1 − cos 45°) inside the tangent points' corner.
    const middle = pointAt(line, line.length / 2)
    expect(middle[0]).toBeCloseTo(60 + 40 * Math.SQRT1_2, 9)
    expect(middle[1]).toBeCloseTo(40 - 40 * Math.SQRT1_2, 9)
  })

  it('S-bend: two 45° bends of r 50 step the line aside and leave it parallel', () => {
    const line = develop(point(0, 0, 0), point(200, 0, 0, 50), point(300, 100, 0, 50), point(500, 100, 0))
    const tangent = 50 * Math.tan(Math.PI / 8)
    expect(line.length).toBeCloseTo(2 * (200 - tangent) + 100 * Math.SQRT2 - 2 * tangent + (2 * 50 * Math.PI) / 4, 9)
    expect(line.bends.map(bend => Math.round(bend.degrees))).toEqual([45, 45])
    expect(distance(pointAt(line, line.length), [500, 100, 0])).toBeLessThan(1e-9)
  })

  it('a helix of small chords comes out at √((2πr)² + p²) a turn', () => {
    const [r, pitch, n] = [80, 60, 360]
    const chords = Array.from({ length: n + 1 }, (_, i): CentrePoint => {
      const angle = (2 * Math.PI * i) / n
      return point(r * Math.cos(angle), r * Math.sin(angle), (pitch * i) / n, i > 0 && i < n ? 20 : undefined)
    })
    const exact = Math.hypot(2 * Math.PI * r, pitch)
    expect(develop(...chords).length / exact).toBeCloseTo(1, 4)
  })

  it('arc lengths agree with three’s curves: straights as LineCurve3, arcs sampled through CatmullRomCurve3', () => {
    const line = develop(point(0, 0, 0), point(120, 0, 30, 25), point(150, 90, 0, 35), point(60, 160, -40, 30), point(0, 200, 0))
    const path = new CurvePath<Vector3>()
    for (const element of line.elements) {
      const at = (s: number) => new Vector3(...pointAt(line, s))
      if (element.kind === 'straight') path.add(new LineCurve3(at(element.from), at(element.to)))
      else {
        const curve = new CatmullRomCurve3(Array.from({ length: 41 }, (_, i) => at(element.from + ((element.to - element.from) * i) / 40)))
        curve.arcLengthDivisions = 2000
        path.add(curve)
      }
    }
    expect(line.length).toBeCloseTo(path.getLength(), 2)
    // And a bend is no quadratic Bézier: the check above would notice if it were taken for one.
    const bezier = new QuadraticBezierCurve3(new Vector3(60, 0, 0), new Vector3(100, 0, 0), new Vector3(100, 40, 0))
    expect(Math.abs(bezier.getLength() - 20 * Math.PI)).toBeGreaterThan(0.5)
  })
})

describe('approachToBody', () => {
  it('points the way in which the distance grows, as fast as one goes', () => {
    fc.assert(
      fc.property(vec, bodies, (at, body) => {
        const { distance: gap, away } = approachToBody(at, body)
        fc.pre(gap > 0.1)
        const step = 1e-4
        const ahead = distanceToBody([at[0] + away[0] * step, at[1] + away[1] * step, at[2] + away[2] * step], body)
        expect((ahead - gap) / step).toBeCloseTo(1, 3)
      }),
    )
  })
})

describe('elementToBody on straights', () => {
  it('is never above, and hardly below, a dense search', () => {
    fc.assert(
      fc.property(vec, vec, bodies, (p, q, body) => {
        fc.pre(distance(p, q) > 1)
        const line = develop({ at: p }, { at: q })
        const found = elementToBody(line.elements[0]!, body)
        const searched = dense(line, body, 0.2)
        expect(found.distance).toBeLessThanOrEqual(searched + 1e-5)
        expect(found.distance).toBeGreaterThanOrEqual(searched - 0.11)
        expect(distanceToBody(pointAt(line, found.along), body)).toBeCloseTo(found.distance, 4)
      }),
      { numRuns: 150 },
    )
  })
})

describe('elementToBody on arcs', () => {
  const corner = fc.tuple(vec, vec, vec).filter(([a, b, c]) => distance(a, b) > 60 && distance(b, c) > 60 && distance(a, c) > 30)
  it('finds the least distance along an arc', () => {
    fc.assert(
      fc.property(corner, fc.integer({ min: 5, max: 25 }), bodies, ([a, b, c], radius, body) => {
        const developed = developLine([tube({ at: a }, { at: b, radius: millimetres(radius) }, { at: c })])
        fc.pre(developed.ok)
        const arc = developed.ok ? developed.value.elements.find(element => element.kind === 'arc') : undefined
        fc.pre(arc !== undefined)
        const found = elementToBody(arc!, body)
        const searched = Math.min(
          ...Array.from({ length: 3001 }, (_, i) =>
            distanceToBody(pointAt((developed as { value: Developed }).value, arc!.from + ((arc!.to - arc!.from) * i) / 3000), body),
          ),
        )
        expect(found.distance).toBeLessThanOrEqual(searched + 1e-4)
        expect(found.distance).toBeGreaterThanOrEqual(searched - 0.05)
      }),
      { numRuns: 80 },
    )
  })

  it('gives up beyond the cutoff and only there', () => {
    const line = develop(point(0, 0, 0), point(100, 0, 0, 40), point(100, 100, 0))
    const arc = line.elements.find(element => element.kind === 'arc')!
    const body: Body = { shape: 'capsule', a: [100, 0, 0], b: [100, 0, 0], radius: millimetres(2) }
    const exact = 40 * (Math.SQRT2 - 1) - 2
    expect(elementToBody(arc, body).distance).toBeCloseTo(exact, 4)
    expect(elementToBody(arc, body, exact - 1).distance).toBe(Infinity)
    expect(elementToBody(arc, body, exact + 1).distance).toBeCloseTo(exact, 4)
  })
})

describe('findClearances', () => {
  it('agrees with dense sampling on bent lines among many bodies', () => {
    const walk = fc.array(vec, { minLength: 3, maxLength: 7 })
    fc.assert(
      fc.property(walk, fc.array(bodies, { minLength: 1, maxLength: 6 }), (stops, around) => {
        const sections = [tube(...stops.map((at, i) => (i === 0 || i === stops.length - 1 ? { at } : { at, radius: millimetres(6) })))]
        const developed = developLine(sections)
        fc.pre(developed.ok)
        if (!developed.ok) return
        const keepouts: Keepout[] = around.map((body, i) => ({ id: `k${i}`, what: 'body', kind: 'hot', body, clearance: millimetres(20) }))
        const passes = new Map(findClearances(sections, developed.value, keepouts).map(pass => [pass.keepout, pass]))
        for (const keepout of keepouts) {
          const gap = Math.max(0, dense(developed.value, keepout.body, 0.25) - 5)
          const pass = passes.get(keepout.id)
          if (gap > 50.2) expect(pass).toBeUndefined()
          if (gap < 49.8) {
            expect(pass!.gap).toBeLessThanOrEqual(gap + 1e-4)
            expect(pass!.gap).toBeGreaterThanOrEqual(gap - 0.13)
            expect(pass!.closestAt).toBeGreaterThanOrEqual(pass!.from - 1e-6)
            expect(pass!.closestAt).toBeLessThanOrEqual(pass!.to + 1e-6)
          }
        }
      }),
      { numRuns: 60 },
    )
  })
})

describe('findExtremes', () => {
  it('a saddle over a bracket is one high point, at the top of its arc, with the shallower drop', () => {
    const line = develop(point(0, 0, 0), point(100, 0, 100, 30), point(200, 0, 40))
    const [crest] = findExtremes(line)
    expect(findExtremes(line)).toHaveLength(1)
    expect(crest).toMatchObject({ kind: 'high' })
    // Circle of r 30 inscribed in the corner: its top is where the tangent is level.
    const [up, down] = [Math.atan2(100, 100), Math.atan2(60, 100)]
    const toCentre = 30 / Math.cos((up + down) / 2)
    const centreZ = 100 - toCentre * Math.cos((up - down) / 2)
    expect(crest!.z).toBeCloseTo(centreZ + 30, 6)
    expect(crest!.depth).toBeCloseTo(centreZ + 30 - 40, 6)
  })

  it('a level stretch between rise and fall is one point at its middle', () => {
    const line = develop(point(0, 0, 0), point(0, 0, 50), point(80, 0, 50), point(80, 0, 0))
    expect(findExtremes(line)).toEqual([{ kind: 'high', at: 90, z: 50, depth: 50 }])
  })

  it('high and low alternate; ripples under the least and open ends do not count', () => {
    const line = develop(point(0, 0, 0), point(100, 0, 60), point(200, 0, 10), point(250, 0, 12), point(300, 0, 11), point(400, 0, 80))
    expect(findExtremes(line).map(({ kind, z }) => [kind, Math.round(z * 1e6) / 1e6])).toEqual([
      ['high', 60],
      ['low', 10],
    ])
    expect(findExtremes(develop(point(0, 0, 0), point(100, 0, 60)))).toEqual([])
  })

  it('finds the same highest inner point as dense sampling', () => {
    const stops = fc.array(fc.integer({ min: -80, max: 80 }), { minLength: 3, maxLength: 8 })
    fc.assert(
      fc.property(stops, zs => {
        const line = develop(...zs.map((z, i) => point(i * 100, 0, z, i > 0 && i < zs.length - 1 ? 15 : undefined)))
        const samples = samplePoints(line, 0.25)
        const top = samples.reduce((best, sample) => (sample.at[2] > best.at[2] ? sample : best))
        const isInner = top.s > 1 && top.s < line.length - 1 && top.at[2] - Math.max(samples[0]!.at[2], samples.at(-1)!.at[2]) > 4
        if (isInner)
          expect(
            Math.max(
              ...findExtremes(line)
                .filter(({ kind }) => kind === 'high')
                .map(({ z }) => z),
            ),
          ).toBeCloseTo(top.at[2], 1)
      }),
    )
  })
})

describe('bendTable', () => {
  it('a measured Z in one plane: two 90° bends turned 180° against each other', () => {
    const made = pointsFromBends(
      [0, 0, 0],
      [1, 0, 0],
      [
        { straight: 70, rotate: 0, bend: 90, radius: 30 },
        { straight: 40, rotate: 180, bend: 90, radius: 30 },
        { straight: 70, rotate: 0, bend: 0, radius: 0 },
      ],
    )
    if (!made.ok) throw new Error(made.error.code)
    const at = made.value.map(({ at: corner }) => corner.map(value => Math.round(value * 1e6) / 1e6 + 0))
    // Corners stand a tangent length of 30 beyond the measured straights; the first bend is towards "up".
    expect(at).toEqual([
      [0, 0, 0],
      [100, 0, 0],
      [100, 0, 100],
      [200, 0, 100],
    ])
    const developed = developLine([tube(...made.value)])
    expect(developed.ok && developed.value.length).toBeCloseTo(70 + 40 + 70 + (2 * 30 * Math.PI) / 2, 6)
  })

  it('points → table → points returns the same shape', () => {
    const steps = fc.array(
      fc.tuple(fc.integer({ min: 40, max: 90 }), fc.integer({ min: -170, max: 170 }), fc.integer({ min: 10, max: 110 })),
      { minLength: 1, maxLength: 6 },
    )
    fc.assert(
      fc.property(steps, fc.constantFrom<Vec3>([1, 0, 0], [0, -1, 0], [0, 0, 1]), (rows, heading) => {
        const table = [
          ...rows.map(([straight, rotate, bend]) => ({ straight, rotate, bend, radius: 20 })),
          { straight: 50, rotate: 0, bend: 0, radius: 0 },
        ]
        const made = pointsFromBends([10, 20, 30], heading, table)
        if (!made.ok) throw new Error(made.error.code)
        const back = bendsFromPoints(made.value)
        expect(back).toHaveLength(table.length)
        back.forEach((row, i) => {
          expect(row.straight).toBeCloseTo(table[i]!.straight, 6)
          expect(row.bend).toBeCloseTo(table[i]!.bend, 6)
          if (table[i]!.bend > 0) expect(Math.cos(((row.rotate - table[i]!.rotate) * Math.PI) / 180)).toBeCloseTo(1, 6)
        })
      }),
    )
  })

  it.each([
    ['BEND_NO_LENGTH', [{ straight: 0, rotate: 0, bend: 0, radius: 0 }]],
    ['BEND_NO_LENGTH', [{ straight: -5, rotate: 0, bend: 0, radius: 0 }]],
    ['BEND_TOO_SHARP', [{ straight: 10, rotate: 0, bend: 180, radius: 20 }]],
    ['BEND_RADIUS', [{ straight: 10, rotate: 0, bend: 90, radius: 0 }]],
  ])('refuses with %s', (code, rows) => {
    expect(pointsFromBends([0, 0, 0], [1, 0, 0], rows)).toMatchObject({ ok: false, error: { code, row: 0 } })
  })
})
