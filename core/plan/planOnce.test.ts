import { describe, expect, it } from 'vitest'
import { demoCar } from '../../tests/helpers/demo'
import { planJob } from './planJob'
import type { PlanInputs } from './planInputs'
import { planOnce } from './planOnce'

describe('planOnce', () => {
  const car = demoCar('one')
  const inputs: PlanInputs = { lines: ['supply'], start: 'ground', forbidden: { 'joint:radiator-in-joint': [1], 'hold:shroud-hook': [] } }

  it('is the plan itself, the same object for the same question however its fields are ordered', () => {
    const first = planOnce(car, inputs)
    expect(first).toEqual(planJob(car, inputs))
    const { start, lines, forbidden } = inputs
    expect(
      planOnce(car, {
        start,
        forbidden: { 'hold:shroud-hook': [], 'joint:radiator-in-joint': forbidden!['joint:radiator-in-joint']! },
        lines,
      }),
    ).toBe(first)
  })

  it('another question, another order of a list, another car: another plan', () => {
    const first = planOnce(car, inputs)
    expect(planOnce(car, { ...inputs, start: 'raised' })).not.toBe(first)
    expect(planOnce(car, { ...inputs, oneAtATime: true })).not.toBe(first)
    expect(planOnce(demoCar('one'), inputs)).not.toBe(first)
    expect(planOnce(car, { ...inputs, lines: [] })).toEqual({ ok: false, error: { code: 'ACCESS_NOTHING_CHOSEN' } })
  })

  it('forgets the oldest, and gives it again when it is asked again', () => {
    const first = planOnce(car, inputs)
    for (let i = 0; i < 200; i++) planOnce(car, { lines: [`unknown-${i}`], start: 'ground' })
    const again = planOnce(car, inputs)
    expect(again).not.toBe(first)
    expect(again).toEqual(first)
  })
})
