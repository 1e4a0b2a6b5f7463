import { expect, it } from 'vitest'
import { everyDemoCar, planOf } from '../../tests/helpers/demo'
import { scopeOf } from '../../core/plan/goals/listGoals'
import { estimateFluid } from '../../core/fluid/estimateFluid'
import { listKit } from '../../core/kit/listKit'
import { spillWords } from './spillWords'

const volume = (least: number, most: number) => `${least.toFixed(0)}–${most.toFixed(0)} mL`

it('what nobody has measured or said is not nothing, in the words of no demo car', () => {
  let unknown = 0
  for (const car of everyDemoCar()) {
    const inputs = { lines: car.lines.map(({ id }) => id), start: 'ground' as const }
    const plan = planOf(car, inputs)
    const estimate = estimateFluid(car, inputs.lines, plan)
    for (const spill of estimate.joints) {
      const words = spillWords(spill, car, estimate, volume)
      const joint = car.joints.find(({ id }) => id === spill.joint)!
      const isMeasured = !estimate.shapeless.some(line => joint.line === line || joint.also?.some(other => other.line === line))
      if (isMeasured && !spill.componentUnknown) expect(words).toBe(volume(spill.spill.least, spill.spill.most))
      else if (isMeasured) expect(words).toMatch(/mL, and what the component holds$/)
      else if (spill.componentUnknown) expect(words).toBe('not known')
      else expect(words).toMatch(/mL, and what the line holds$/)
      if (!isMeasured || spill.componentUnknown) unknown++
    }
    const scope = scopeOf(car, inputs)
    if (!scope.ok) throw new Error(scope.error.code)
    const bottles = listKit(car, scope.value, plan.operations, estimate).filter(
      item => item.kind === 'fluid' && item.for[0] === car.sheet.id,
    )
    expect(
      bottles.some(({ atLeast }) => atLeast),
      car.sheet.id,
    ).toBe(estimate.shapeless.length > 0)
  }
  expect(unknown).toBeGreaterThan(0)
})
