import { describe, expect, it } from 'vitest'
import { systemRules } from './systemRules'
import { systems, type System } from './types'

const those = (is: (system: System) => boolean) => systems.filter(is)

// Read across, each as a technician would say it (common practice, no source): a new system is to be thought of in every one of them.
describe('the rows, read across', () => {
  it('what goes through skin, and what is never left unfilled: what a pump or a foot puts under high pressure', () => {
    expect(those(system => systemRules[system].piercesSkin)).toEqual(['power-steering', 'brake', 'clutch'])
    expect(those(system => systemRules[system].alwaysFilled)).toEqual(['power-steering', 'brake', 'clutch'])
  })
  it('what a foot presses holds brake fluid: no engine warms it, it burns, its hoses are not clamped, and the car is not driven before it is right', () => {
    for (const rule of ['staysCool', 'burns', 'neverClamped', 'drivesOnIt'] as const)
      expect(
        those(system => systemRules[system][rule]),
        rule,
      ).toEqual(['brake', 'clutch'])
    expect(those(system => systemRules[system].pressure === 'pedal')).toEqual(['brake', 'clutch'])
    expect(those(system => systemRules[system].test === 'pedal')).toEqual(['brake', 'clutch'])
  })
  it('a clutch pedal tells nothing of air', () => {
    expect(those(system => systemRules[system].pedalTells)).toEqual(['brake'])
  })
  it('coolant is filled by running warm or by vacuum, and tried at the heater', () => {
    const coolant = those(system => systemRules[system].isCoolant)
    expect(coolant).toEqual(['turbo-coolant', 'heater'])
    for (const system of coolant) expect(systemRules[system]).toMatchObject({ test: 'heater', bleeding: ['circulate', 'vacuum-fill'] })
  })
  it('every system is proved before it is driven, but the one whose road test says it all', () => {
    expect(those(system => systemRules[system].test === undefined)).toEqual(['oil-feed'])
  })
})
