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
  it('nothing measured is nothing said', () => expect(identifyFitting({})).toEqual([]))

  // The pair that is crossed most often in this trade: a 3/8-24 nut in an M10×1 port (common practice, no source).
  it('tells M10×1 from 3/8-24 by a caliper alone, and warns of one for the other', () => {
    expect(identifyFitting({ diameter: 9.88, side: 'outside', part: 'turns', sealing: 'bubble' })[0]!.size.id).toBe('bubble-flare M10×1')
    expect(identifyFitting({ diameter: 9.42, side: 'outside', part: 'turns', sealing: 'double-flare' })[0]!.size.id).toBe(
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
    const [first, second] = identifyFitting(seen)
    expect([first!.size.id, second!.size.id].sort()).toEqual([a.id, b.id].sort())
    expect(tellApart(seen, a, b)?.by).toBe('coneAngle')
    expect(identifyFitting({ ...seen, coneAngle: 38 })[0]!.size.id).toBe(b.id)
    expect(identifyFitting({ ...seen, coneAngle: 44 })[0]!.size.id).toBe(a.id)
  })
  it('what speaks against a candidate is named', () => {
    const found = identifyFitting({ diameter: 9.88, side: 'outside', hex: 10, sealing: 'double-flare' })
    expect(found.find(({ size: { id } }) => id === 'bubble-flare M10×1')?.against).toEqual(['sealing'])
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
          const found = identifyFitting(seen as FittingSeen)
          const sum = found.reduce((total, { likelihood }) => total + likelihood, 0)
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
        if (identifyFitting(seen)[0]!.size.id === one.id) right.set(one.family, (right.get(one.family) ?? 0) + 1)
      }
    const shares = [...right].map(([family, count]) => count / (rounds * fittingSizes.filter(one => one.family === family).length))
    expect([...right.values()].reduce((sum, count) => sum + count, 0) / (rounds * fittingSizes.length)).toBeGreaterThan(0.95)
    expect(Math.min(...shares)).toBeGreaterThan(0.85)
  })
})
