import { describe, expect, it } from 'vitest'
import { everyDemoCar } from '../../tests/helpers/demo'
import { developLine } from '../route/developLine'
import type { CentrePoint, Section } from '../sheet/types'
import { millimetres } from '../units/types'
import { crestOf } from './crestOf'
import { estimateAir } from './estimateAir'
import { usualManner } from './bleedRound'
import { pathOfSheet } from './pathOfSheet'
import { predictRounds } from './predictRounds'
import { scenarios } from './scenarios'

type Xyz = readonly [number, number, number]
function hose(bore: number, ...at: Xyz[]): Section[] {
  const points = at.map(([x, y, z]): CentrePoint => ({ at: [x, y, z], radius: millimetres(30) }))
  return [{ kind: 'hose', build: 'rubber', bore: millimetres(bore), wall: millimetres(3), points }]
}
const over = (bore: number) => hose(bore, [0, 0, 0], [200, 0, 0], [300, 0, 100], [400, 0, 0], [600, 0, 0])
function crest(sections: Section[]) {
  const line = developLine(sections)
  if (!line.ok) throw new Error(line.error.code)
  return { found: crestOf('line', sections, line.value), length: line.value.length }
}

describe('where a bubble stays in a line', () => {
  it('at the top of a rise, in the middle of a line that is the same from both ends', () => {
    const { found, length } = crest(over(6))
    expect(found!.at).toBeCloseTo(length / 2, 0)
  })
  it('a 6 mm bore asks about 1.2 mL/s to carry it over (FLUIDS: 0.04 m/s, after Viana et al. 2003, from memory)', () => {
    expect(crest(over(6)).found!.carriedBy).toBeGreaterThan(1)
    expect(crest(over(6)).found!.carriedBy).toBeLessThan(1.5)
  })
  it('it finds room within a bore of the top: an arc of 30 mm radius holds what its sagitta says', () => {
    // Within 6 mm of the top of a circle: half the chord is √(2·30·6 − 6²) = 18 mm; along the arc 2·30·asin(18/30) = 38.6 mm.
    const area = (Math.PI * 6 ** 2) / 4
    expect(crest(over(6)).found!.holds).toBeCloseTo((area * 38.6) / 1000, 1)
  })
  it('nowhere in a bore so narrow that no bubble rises, nor where the line does not rise and fall', () => {
    expect(crest(over(3.2)).found).toBeUndefined()
    expect(crest(hose(6, [0, 0, 0], [300, 0, 0], [600, 0, 0])).found).toBeUndefined()
    expect(crest(hose(6, [0, 0, 0], [300, 0, 100], [600, 0, 200])).found).toBeUndefined()
    expect(crest(hose(6, [0, 0, 0], [300, 0, -100], [600, 0, 0])).found).toBeUndefined()
  })
})

describe('a sheet whose line has a high point', () => {
  const car = everyDemoCar().find(({ sheet }) => sheet.id === 'skerry-clutch-set')!
  const lines = car.lines.map((line, i) => (i === 0 ? { ...line, sections: over(6) } : line))
  const found = pathOfSheet({ ...car, lines }, [lines[0]!.id])!
  it('is bled with it: a bleeder hardly opened leaves the bubble there, opened further it goes over', () => {
    expect(found.crest?.line).toBe(lines[0]!.id)
    const air = { line: 3, slave: 0.3 }
    const barely = predictRounds(found.path, air, { ...usualManner, crack: 0.004 })
    expect(barely.never || barely.rounds.likely > predictRounds(found.path, air).rounds.likely).toBe(true)
  })
  it('and the rounds can tell that it sits there', () => {
    const { atCrest } = estimateAir(found.path, { line: 3, slave: 0.3 }, [{ saw: 'air', toppedUp: true, bubbleMm: 20 }])
    expect(atCrest).toBeGreaterThan(0)
    const { crest: _, ...level } = found.path
    expect(estimateAir(level, { line: 3, slave: 0.3 }, [{ saw: 'air', toppedUp: true, bubbleMm: 20 }]).atCrest).toBe(0)
  })
})

it('a reservoir that fell far tells of more pumped than one that hardly fell, and of less air left', () => {
  const { path, air } = scenarios.find(({ id }) => id === 'dry-line')!
  const after = (stands: number) =>
    estimateAir(
      path,
      air,
      Array.from({ length: 3 }, () => ({ saw: 'air', toppedUp: true, stands }) as const),
    )
  const [hardly, far] = [after(0.85), after(0.4)]
  expect(far.left.middle).toBeLessThan(hardly.left.middle)
  expect(far.toGo.middle).toBeLessThanOrEqual(hardly.toGo.middle)
})
