import fc from 'fast-check'
import { evaluate, type Unit } from 'mathjs'
import { describe, expect, it } from 'vitest'
import { demoCar } from '../../tests/helpers/demo'
import type { Body, Keepout, Section, Vec3 } from '../sheet/types'
import { millimetres } from '../units/types'
import { developLine, pointAt, samplePoints, type Developed } from './developLine'
import { distanceToBody } from './distanceToBody'
import { findClearances } from './findClearances'
import { projectStandpoint } from './projectStandpoint'
import { boreOf, lineVolume, volumePerMm } from './tubeVolume'
import { unrollLine } from './unrollLine'
import { distance } from './vector'

const tube = (points: [number, number, number, number?][], od = 10, wall = 1): Section => ({
  kind: 'tube',
  material: 'steel',
  od: millimetres(od),
  wall: millimetres(wall),
  points: points.map(([x, y, z, radius]) => ({ at: [x, y, z], radius: radius === undefined ? undefined : millimetres(radius) })),
})
function develop(...sections: Section[]): Developed {
  const developed = developLine(sections)
  if (!developed.ok) throw new Error(developed.error.code)
  return developed.value
}

describe('developLine', () => {
  it('hand-worked quarter circle: two legs of 100 and r 30 give 70 + 30·π/2 + 70', () => {
    const line = develop(
      tube([
        [0, 0, 0],
        [100, 0, 0, 30],
        [100, 100, 0],
      ]),
    )
    expect(line.length).toBeCloseTo(140 + 15 * Math.PI, 9)
    expect(line.bends).toHaveLength(1)
    expect(line.bends[0]!.degrees).toBeCloseTo(90, 9)
    expect(line.bends[0]!.at).toBeCloseTo(70 + 7.5 * Math.PI, 9)
    // The middle of the arc lies on the bisector, r(√2 − 1) inside the corner.
    const [x, y] = pointAt(line, line.bends[0]!.at)
    expect(x).toBeCloseTo(70 + 30 * Math.SQRT1_2, 9)
    expect(y).toBeCloseTo(30 - 30 * Math.SQRT1_2, 9)
  })

  it('hand-worked S-bend: two turns of 45° in opposite directions end parallel', () => {
    const line = develop(
      tube([
        [0, 0, 0],
        [100, 0, 0, 50],
        [200, 100, 0, 50],
        [300, 100, 0],
      ]),
    )
    const tangent = 50 * Math.tan(Math.PI / 8)
    expect(line.length).toBeCloseTo(2 * (100 - tangent) + (100 * Math.SQRT2 - 2 * tangent) + (2 * 50 * Math.PI) / 4, 9)
    expect(pointAt(line, line.length)).toEqual([300, 100, 0])
  })

  it('approximates a helix to its true length', () => {
    const [radius, pitch, turns, n] = [60, 40, 2, 200]
    const points = Array.from({ length: n * turns + 1 }, (_, i): [number, number, number] => [
      radius * Math.cos((2 * Math.PI * i) / n),
      radius * Math.sin((2 * Math.PI * i) / n),
      (pitch * i) / n,
    ])
    expect(develop(tube(points)).length / (turns * Math.hypot(2 * Math.PI * radius, pitch))).toBeCloseTo(1, 3)
  })

  it('is as long as a dense chain of its own points, never longer than its corners', () => {
    const walk = fc.array(
      fc.tuple(
        fc.integer({ min: 80, max: 200 }),
        fc.integer({ min: -60, max: 60 }),
        fc.integer({ min: -60, max: 60 }),
        fc.integer({ min: 5, max: 25 }),
      ),
      { minLength: 2, maxLength: 6 },
    )
    fc.assert(
      fc.property(walk, steps => {
        let at: [number, number, number] = [0, 0, 0]
        const points: [number, number, number, number?][] = [[0, 0, 0]]
        for (const [dx, dy, dz, radius] of steps) points.push([...(at = [at[0] + dx, at[1] + dy, at[2] + dz]), radius])
        const line = develop(tube(points))
        const samples = samplePoints(line, 0.5)
        const chain = samples.slice(1).reduce((sum, sample, i) => sum + distance(samples[i]!.at, sample.at), 0)
        expect(chain).toBeCloseTo(line.length, 1)
        expect(line.length).toBeLessThanOrEqual(
          points
            .slice(1)
            .reduce((sum, point, i) => sum + distance(points[i]!.slice(0, 3) as unknown as Vec3, point.slice(0, 3) as unknown as Vec3), 0) +
            1e-6,
        )
      }),
      { numRuns: 40 },
    )
  })

  it.each([
    ['ROUTE_TOO_FEW_POINTS', [tube([[0, 0, 0]])]],
    [
      'ROUTE_POINT_REPEATED',
      [
        tube([
          [0, 0, 0],
          [0, 0, 0],
          [10, 0, 0],
        ]),
      ],
    ],
    [
      'ROUTE_BEND_DOES_NOT_FIT',
      [
        tube([
          [0, 0, 0],
          [20, 0, 0, 30],
          [20, 100, 0],
        ]),
      ],
    ],
    [
      'ROUTE_SECTIONS_APART',
      [
        tube([
          [0, 0, 0],
          [100, 0, 0],
        ]),
        tube([
          [103, 0, 0],
          [200, 0, 0],
        ]),
      ],
    ],
  ])('refuses with %s', (code, sections) => {
    expect(developLine(sections)).toMatchObject({ ok: false, error: { code } })
  })
})

describe('volume', () => {
  it('brake tube 4.76 × 0.71 holds 8.8 mL per metre (π/4·3.34²; SAE J1047 sizes from memory)', () => {
    expect(
      boreOf(
        tube(
          [
            [0, 0, 0],
            [1, 0, 0],
          ],
          4.76,
          0.71,
        ),
      ),
    ).toBeCloseTo(3.34, 9)
    expect(volumePerMm(3.34) * 1000).toBeCloseTo(8.76, 2)
  })

  // mathjs does the same in its own units: a cylinder of d and l, in cm³.
  it.each([
    [4.76, 0.71, 1500],
    [6.35, 0.71, 820],
    [9.53, 0.89, 1240],
    [10, 1, 1640],
  ])('tube %d × %d, %d mm long, agrees with mathjs', (od, wall, length) => {
    const sections = [
      tube(
        [
          [0, 0, 0],
          [length, 0, 0],
        ],
        od,
        wall,
      ),
    ]
    const expected = evaluate(`pi / 4 * (${od} mm - 2 * ${wall} mm)^2 * ${length} mm to cm^3`) as Unit
    expect(lineVolume(sections, develop(...sections))).toBeCloseTo(expected.toNumber('cm^3'), 9)
  })

  it('sums sections of different bore', () => {
    const sections = [
      tube([
        [0, 0, 0],
        [1000, 0, 0],
      ]),
      tube(
        [
          [1000, 0, 0],
          [2000, 0, 0],
        ],
        12,
        1,
      ),
    ]
    expect(lineVolume(sections, develop(...sections))).toBeCloseTo((Math.PI / 4) * (64 + 100), 6)
  })
})

describe('distanceToBody', () => {
  const vec = fc.tuple(
    fc.integer({ min: -100, max: 100 }),
    fc.integer({ min: -100, max: 100 }),
    fc.integer({ min: -100, max: 100 }),
  ) as unknown as fc.Arbitrary<Vec3>

  it('capsule and box agree with a dense search', () => {
    fc.assert(
      fc.property(vec, vec, vec, fc.integer({ min: 1, max: 30 }), (point, a, b, radius) => {
        const dense = Math.min(
          ...Array.from({ length: 2001 }, (_, i) =>
            distance(point, a.map((from, k) => from + ((b[k]! - from) * i) / 2000) as unknown as Vec3),
          ),
        )
        expect(distanceToBody(point, { shape: 'capsule', a, b, radius: millimetres(radius) })).toBeCloseTo(Math.max(0, dense - radius), 1)
        const low = a.map((value, k) => Math.min(value, b[k]!)) as unknown as Vec3
        const high = a.map((value, k) => Math.max(value, b[k]!)) as unknown as Vec3
        const clamped = point.map((value, k) => Math.min(high[k]!, Math.max(low[k]!, value))) as unknown as Vec3
        expect(distanceToBody(point, { shape: 'box', min: low, max: high })).toBeCloseTo(distance(point, clamped), 9)
      }),
    )
  })

  it.each<[string, Vec3, number]>([
    ['beside', [30, 0, 50], 20],
    ['over the end', [0, 0, 115], 15],
    ['off the rim', [13, 0, 104], 5],
    ['inside', [3, 0, 50], 0],
  ])('cylinder, %s', (_, point, expected) => {
    const body: Body = { shape: 'cylinder', a: [0, 0, 0], b: [0, 0, 100], radius: millimetres(10) }
    expect(distanceToBody(point, body)).toBeCloseTo(expected, 9)
  })
})

describe('findClearances', () => {
  const hot: Keepout = {
    id: 'exhaust',
    what: 'exhaust',
    kind: 'hot',
    clearance: millimetres(25),
    body: { shape: 'capsule', a: [500, 60, 0], b: [500, 60, 1], radius: millimetres(20) },
  }

  it('finds the pass, where it is closest and the gap wall to wall', () => {
    const sections = [
      tube([
        [0, 0, 0],
        [1000, 0, 0],
      ]),
    ]
    const [pass] = findClearances(sections, develop(...sections), [hot])
    expect(pass).toMatchObject({ keepout: 'exhaust', tooClose: false })
    expect(pass!.gap).toBeCloseTo(60 - 20 - 5, 1)
    expect(pass!.closestAt).toBeCloseTo(500, -1)
    expect(pass!.from).toBeLessThan(480)
  })

  it('warns where the gap is under what is asked, and is silent far away', () => {
    const near = [
      tube([
        [0, 20, 0],
        [1000, 20, 0],
      ]),
    ]
    expect(findClearances(near, develop(...near), [hot])[0]).toMatchObject({ tooClose: true })
    const far = [
      tube([
        [0, -400, 0],
        [1000, -400, 0],
      ]),
    ]
    expect(findClearances(far, develop(...far), [hot])).toEqual([])
  })
})

describe('projectStandpoint', () => {
  const [front, rear, left, up] = [
    [700, 0, 500],
    [-700, 0, 500],
    [0, 300, 500],
    [0, 0, 900],
  ] as unknown as [Vec3, Vec3, Vec3, Vec3]
  it('hood up: the bumper is at the bottom and the car’s left on the right hand', () => {
    expect(projectStandpoint('hood-up', front)[1]).toBeGreaterThan(projectStandpoint('hood-up', rear)[1])
    expect(projectStandpoint('hood-up', left)[0]).toBeGreaterThan(0)
  })
  it('under the lift: the front is at the top; wheel off: the front is on the left hand and up is up', () => {
    expect(projectStandpoint('under-lift', front)[1]).toBeLessThan(projectStandpoint('under-lift', rear)[1])
    expect(projectStandpoint('wheel-off', front)[0]).toBeLessThan(projectStandpoint('wheel-off', rear)[0])
    expect(projectStandpoint('wheel-off', up)[1]).toBeLessThan(projectStandpoint('wheel-off', rear)[1])
  })
})

describe('unrollLine', () => {
  it('puts both ends at 0 and at the developed length, and each on the side it is reached from', () => {
    const resolved = demoCar('one')
    const strip = unrollLine(resolved, resolved.lines[0]!, { 'joint:radiator-in-joint': 0 })
    expect(strip.joints.map(joint => [joint.id, joint.at, joint.side])).toEqual([
      ['gearbox-out-joint', 0, 'below'],
      ['radiator-in-joint', strip.length, 'above'],
    ])
    expect(unrollLine(resolved, resolved.lines[0]!, { 'joint:radiator-in-joint': 1 }).joints[1]!.side).toBe('below')
    expect(strip.sections.map(section => section.kind)).toEqual(['tube', 'hose', 'tube'])
    expect(strip.sections.at(-1)!.to).toBe(strip.length)
  })
})
