import { describe, expect, it } from 'vitest'
import { allDemoSheets, allLines, everyDemoCar, planOf, PlayedJob } from '../../tests/helpers/demo'
import { scopeOf } from '../plan/goals/listGoals'
import { estimateFluid } from '../fluid/estimateFluid'
import { listDue } from '../job/owed/obligations'
import { listKit } from '../kit/listKit'
import type { ResolvedSheet } from './resolveSheet'
import { plugTorque } from './plugTorque'

const car = everyDemoCar().find(({ sheet }) => sheet.id === 'fulmar-cooler-lines')!
const without = (...keys: ('torque' | 'hex')[]): ResolvedSheet => ({
  ...car,
  sheet: { ...car.sheet, fills: car.sheet.fills.map(fill => ({ ...fill, ...Object.fromEntries(keys.map(key => [key, undefined])) })) },
})
const owedAfter = (of: ResolvedSheet) => {
  const played = new PlayedJob(of).plan().workUntil('fill')
  const added = { type: 'fluidAdded', entered: { value: 900, unit: 'mL' }, how: 'measured' } as const
  const plugs = () =>
    listDue(of, played.state!)
      .filter(due => due.kind === 'tightened' && due.thing === 'fill')
      .map(({ gates }) => gates)
  expect(plugs()).toEqual([])
  return { played: played.do(added), plugs, added }
}

describe('a fill plug', () => {
  it('was open once something went in: it is torqued before the drive, and again when more goes in', () => {
    const { played, plugs, added } = owedAfter(car)
    expect(plugs()).toEqual([['drive', 'end']])
    const torque = { how: 'wrench', entered: { value: 33, unit: 'N.m' } } as const
    const tightened = { type: 'tightened', thing: 'fill', target: 'fill-plug', torques: [torque] } as const
    played.do(tightened)
    expect(plugs()).toEqual([])
    played.do(added)
    expect(plugs()).toHaveLength(1)
    expect(played.try({ ...tightened, torques: [{ ...torque, entered: { value: 60, unit: 'N.m' } }] })).toBeDefined()
  })
  it('that a wrench turns and of which nobody knows the torque still owes one; a cap owes none', () => {
    expect(plugTorque(without('torque').sheet.fills[0]!)).toBe('unknown')
    expect(owedAfter(without('torque')).plugs()).toHaveLength(1)
    expect(owedAfter(without('torque', 'hex')).plugs()).toEqual([])
  })
  it('has its seal in the kit, in the demo wherever it is screwed', () => {
    const screwed = allDemoSheets().flatMap(({ fills }) => fills.filter(({ hex }) => hex !== undefined))
    expect(screwed.length).toBeGreaterThan(2)
    for (const { seals = [], torque } of screwed) expect([seals.length, torque !== undefined]).toEqual([1, true])
    const inputs = { lines: allLines(car) }
    const [plan, scope] = [planOf(car, inputs), scopeOf(car, inputs)]
    if (!scope.ok) throw new Error(scope.error.code)
    const kit = listKit(car, scope.value, plan.operations, estimateFluid(car, inputs.lines, plan))
    expect(kit.map(({ part }) => part)).toContain('QS-1146')
  })
})
