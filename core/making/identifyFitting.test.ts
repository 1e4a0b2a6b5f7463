import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seededInteger } from '../../tests/helpers/seededInteger'
import { familyRules } from './fittingFamilies'
import { fittingSizes, type FittingSize } from './fittingSizes'
import { identifyFitting, lookalikes, mates, tellApart, type FittingSeen } from './identifyFitting'
import { insideLimits, outsideLimits, perInch, threadSizes } from './threads'

const size = (id: string): FittingSize => {
  const found = fittingSizes.find(one => one.id === id)
  if (!found) throw new Error(`no ${id}`)
  return found
}

describe('thread limits', () => {
  // ISO 965-1, 6g: major diameter of M10×1 9.974 to 9.794, of M10×1.5 9.968 to 9.732, of M12×1.5 11.968 to 11.732 (tables, from memory).
  it.each([
    ['m10x1', 9.794, 9.974],
    ['m10x1_5', 9.732, 9.968],
    ['m12x1_5', 11.732, 11.968],
  ] as const)('outside %s by ISO 965-1', (name, least, most) => {
    const limits = outsideLimits(threadSizes[name])
    expect(limits.least).toBeCloseTo(least, 2)
    expect(limits.most).toBeCloseTo(most, 2)
  })
  // ASME B1.1, class 2A: 3/8-24 UNF 0.3740 to 0.3668 in, 1/2-20 UNF 0.4987 to 0.4906 in (handbook tables, from memory).
  it.each([
    ['u3_8_24', 0.3668, 0.374],
    ['u1_2_20', 0.4906, 0.4987],
  ] as const)('outside %s by ASME B1.1', (name, least, most) => {
    const limits = outsideLimits(threadSizes[name])
    expect(limits.least / 25.4).toBeCloseTo(least, 3)
    expect(limits.most / 25.4).toBeCloseTo(most, 3)
  })
  // ISO 965-1, 6H: minor diameter of M10×1 8.917 to 9.153, of M10×1.5 8.376 to 8.676 (handbook tables, from memory); the tables round
  // what the formula gives to preferred numbers.
  it.each([
    ['m10x1', 8.917, 9.153],
    ['m10x1_5', 8.376, 8.676],
  ] as const)('inside %s by ISO 965-1', (name, least, most) => {
    const limits = insideLimits(threadSizes[name])
    expect(Math.abs(limits.least - least)).toBeLessThan(0.008)
    expect(Math.abs(limits.most - most)).toBeLessThan(0.008)
  })
  it('turns per inch are those of the name', () => {
    for (const thread of Object.values(threadSizes).filter(({ form }) => form !== 'metric'))
      expect(perInch(thread)).toBeCloseTo(Number(/-(\d+)/.exec(thread.name)![1]), 9)
  })
})

describe('which fitting it is', () => {
  it('nothing measured is nothing said', () => expect(identifyFitting({})).toEqual({ candidates: [], none: 0 }))

  // The pair that is crossed most often in this trade: a 3/8-24 nut in an M10×1 port (common practice, no source).
  it('tells M10×1 from 3/8-24 by a caliper alone, and warns of one for the other', () => {
    expect(identifyFitting({ diameter: 9.88, side: 'outside', part: 'turns', sealing: 'bubble' }).candidates[0]!.size.id).toBe(
      'bubble-flare M10×1',
    )
    expect(identifyFitting({ diameter: 9.42, side: 'outside', part: 'turns', sealing: 'double-flare' }).candidates[0]!.size.id).toBe(
      'inverted-flare 3/8-24',
    )
    expect(mates(size('bubble-flare M10×1'), size('inverted-flare 3/8-24'))).toEqual({ goes: false, why: 'thread', starts: true })
    expect(lookalikes(size('bubble-flare M10×1')).map(({ other }) => other.id)).toContain('inverted-flare 3/8-24')
  })
  // SAE J512 and J514 share threads in some sizes; the cones do not seal on each other (SAE J533).
  it('37° and 45° of one thread screw together and never seal; the angle tells them apart', () => {
    const [a, b] = [size('flare-45 7/16-20'), size('flare-37 7/16-20')]
    expect(mates(a, b)).toEqual({ goes: false, why: 'face' })
    expect(mates(a, a)).toEqual({ goes: true })
    const seen: FittingSeen = { diameter: 9.9, side: 'inside', part: 'turns', pitch: 1.27, hex: 14.29 }
    const [first, second] = identifyFitting(seen).candidates
    expect([first!.size.id, second!.size.id].sort()).toEqual([a.id, b.id].sort())
    expect(tellApart(seen, a, b)?.by).toBe('coneAngle')
    expect(identifyFitting({ ...seen, coneAngle: 38 }).candidates[0]!.size.id).toBe(b.id)
    expect(identifyFitting({ ...seen, coneAngle: 44 }).candidates[0]!.size.id).toBe(a.id)
  })
  it('what speaks against a candidate is named', () => {
    const { candidates: found } = identifyFitting({ diameter: 9.88, side: 'outside', hex: 10, sealing: 'double-flare' })
    expect(found.find(({ size: { id } }) => id === 'bubble-flare M10×1')?.against).toEqual(['sealing'])
  })
  // Common sizes of this trade by family (from memory of SAE J512 and J514, ISO 4038, JASO practice, ISO 7-1 and ISO 228-1, and of what
  // shops stock): each is here.
  it.each([
    ['inverted-flare', ['5/16-28', '3/8-24', '7/16-24', '1/2-20', '9/16-18', '5/8-18', '3/4-18', 'M10×1', 'M12×1', 'M12×1.25', 'M13×1.5']],
    ['bubble-flare', ['M9×1', 'M10×1', 'M11×1.5', 'M12×1', 'M14×1.5']],
    ['flare-45', ['3/8-24', '7/16-20', '1/2-20', '5/8-18', '3/4-16', '7/8-14', '1 1/16-14']],
    ['flare-37', ['3/8-24', '7/16-20', '1/2-20', '9/16-18', '3/4-16', '7/8-14', '1 1/16-12']],
    [
      'banjo',
      [
        'M8×1.25',
        'M10×1',
        'M10×1.25',
        'M10×1.5',
        'M12×1',
        'M12×1.25',
        'M12×1.5',
        'M14×1.5',
        'M16×1.5',
        '3/8-24',
        '7/16-20',
        '7/16-24',
        'G 1/8-28',
      ],
    ],
    ['pipe-taper', ['1/8-27 NPT', '1/4-18 NPT', '3/8-18 NPT', '1/2-14 NPT', 'R 1/8-28', 'R 1/4-19', 'R 3/8-19', 'R 1/2-14']],
    ['pipe-parallel', ['G 1/8-28', 'G 1/4-19', 'G 3/8-19', 'G 1/2-14']],
  ] as const)('%s in the sizes that are met', (family, names) => {
    for (const name of names)
      expect(
        fittingSizes.some(one => one.family === family && one.thread.name === name),
        name,
      ).toBe(true)
  })
  it('an M10×1 nut on a double flare is one, and no bubble flare', () => {
    const seen: FittingSeen = { diameter: 9.9, side: 'outside', pitch: 1, sealing: 'double-flare' }
    const [first] = identifyFitting(seen).candidates
    expect(first!.size.id).toBe('inverted-flare M10×1')
    expect(first!.likelihood).toBeGreaterThan(0.8)
  })
  // Sizes that are made and are not in the table: M20×1, 1-12, M6×0.5 (ISO 261 and ASME B1.1 list them).
  it.each([
    { diameter: 19.9, side: 'outside', pitch: 1, hex: 24, sealing: 'o-ring' },
    { diameter: 25.3, side: 'outside', pitch: 25.4 / 12, hex: 30, sealing: 'flare-37' },
    { diameter: 5.9, side: 'outside', pitch: 0.5, hex: 8, sealing: 'bubble' },
  ] as const)('what is none of them is said to be none: %j', seen => {
    const { candidates, none } = identifyFitting(seen)
    expect(none).toBeGreaterThan(candidates[0]?.likelihood ?? 0)
  })
  it('of the table’s own sizes, well measured, none is called none', () => {
    for (const one of fittingSizes) {
      const { turning } = familyRules[one.family]
      const { least, most } = (turning === 'outside' ? outsideLimits : insideLimits)(one.thread)
      const seen: FittingSeen = { diameter: (least + most) / 2, side: turning, pitch: one.thread.pitch, hex: one.hexes[0] }
      expect(identifyFitting(seen).none, one.id).toBeLessThan(0.01)
    }
  })
  // Pairs that start by hand and then bind (common practice, no source).
  it.each([
    ['M10×1', 'M10×1.25'],
    ['M10×1', 'M10×1.5'],
    ['M10×1.25', 'M10×1.5'],
    ['M12×1', 'M12×1.25'],
    ['M12×1', 'M12×1.5'],
    ['M12×1.25', 'M12×1.5'],
    ['7/16-20', '7/16-24'],
    ['M10×1', 'G 1/8-28'],
    ['3/4-16', '3/4-18'],
    ['M10×1', '3/8-24'],
    ['M14×1.5', '9/16-18'],
    ['M16×1.5', '5/8-18'],
  ])('%s starts in %s and binds: never together, whichever is in the hand', (a, b) => {
    const having = (name: string) => fittingSizes.find(one => one.thread.name === name)!
    for (const [one, other] of [
      [having(a), b],
      [having(b), a],
    ] as const)
      expect(
        lookalikes(one).some(({ other: { thread }, mating }) => thread.name === other && !mating.goes && mating.why === 'thread'),
      ).toBe(true)
  })
  it('what is too thick, too thin or far too coarse does not start', () => {
    const having = (name: string) => fittingSizes.find(one => one.thread.name === name)!
    for (const [a, b] of [
      ['M10×1', 'M12×1'],
      ['M8×1.25', 'M9×1'],
      ['3/8-24', '7/16-24'],
      ['M16×1.5', 'M18×1.5'],
    ] as const)
      expect(mates(having(a), having(b))).toEqual({ goes: false, why: 'thread', starts: false })
  })
  it('likelihoods are shares of one, best first, whatever is measured', () =>
    fc.assert(
      fc.property(
        fc.record(
          {
            diameter: fc.double({ min: 5, max: 30, noNaN: true }),
            side: fc.constantFrom('outside', 'inside'),
            pitch: fc.double({ min: 0.5, max: 3, noNaN: true }),
            hex: fc.double({ min: 6, max: 40, noNaN: true }),
            tube: fc.double({ min: 3, max: 22, noNaN: true }),
          },
          { requiredKeys: ['diameter'] },
        ),
        seen => {
          const { candidates: found, none } = identifyFitting(seen as FittingSeen)
          const sum = found.reduce((total, { likelihood }) => total + likelihood, none)
          expect(sum).toBeLessThanOrEqual(1 + 1e-9)
          expect(found.every(({ likelihood }, i) => i === 0 || likelihood <= found[i - 1]!.likelihood)).toBe(true)
        },
      ),
    ))

  it('with drawn tolerances, measuring errors and slips of the eye the right one is first in 95 of 100, the worst family in 85', () => {
    const draw = seededInteger(11)
    const even = () => draw(1e6) / 1e6
    const normal = (deviation: number) => deviation * Math.sqrt(-2 * Math.log(even() + 1e-9)) * Math.cos(2 * Math.PI * even())
    const rounds = 60
    const right = new Map<string, number>()
    for (const one of fittingSizes)
      for (let i = 0; i < rounds; i++) {
        const rule = familyRules[one.family]
        const { least, most } = (rule.turning === 'outside' ? outsideLimits : insideLimits)(one.thread)
        const seen: FittingSeen = {
          diameter: least + even() * (most - least) + normal(0.05),
          side: rule.turning,
          part: 'turns',
          pitch: one.thread.pitch * (1 + normal(0.012)),
          hex: one.hexes[draw(one.hexes.length)]! + normal(0.08),
          // One in ten takes a 37° cone for a 45° one; the angle is read to three degrees.
          sealing:
            rule.sealing === 'flare-37' && even() < 0.1
              ? 'flare-45'
              : rule.sealing === 'flare-45' && even() < 0.1
                ? 'flare-37'
                : rule.sealing,
          coneAngle: rule.sealing === 'flare-37' ? 37 + normal(2) : rule.sealing === 'flare-45' ? 45 + normal(2) : undefined,
          tube: one.tube === undefined ? undefined : one.tube + normal(0.1),
          narrows: one.thread.form === 'taper' ? even() > 0.15 : even() < 0.03,
        }
        if (identifyFitting(seen).candidates[0]!.size.id === one.id) right.set(one.family, (right.get(one.family) ?? 0) + 1)
      }
    const shares = [...right].map(([family, count]) => count / (rounds * fittingSizes.filter(one => one.family === family).length))
    expect([...right.values()].reduce((sum, count) => sum + count, 0) / (rounds * fittingSizes.length)).toBeGreaterThan(0.95)
    expect(Math.min(...shares)).toBeGreaterThan(0.85)
  })
})
