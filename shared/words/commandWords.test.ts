import { expect, it } from 'vitest'
import { demoSheet } from '../../tests/helpers/demo'
import { commandWords } from './commandWords'

const sheet = demoSheet()

it('says an act as the record would', () => {
  const [joint] = sheet.joints
  expect(commandWords({ type: 'jointOpened', joint: joint!.id }, sheet)).toMatch(/ opened$/)
  expect(commandWords({ type: 'noteWritten', text: 'weeps again' }, sheet)).toContain('weeps again')
})

it('names what was done and entered where the record would first compute something', () => {
  const [joint] = sheet.joints
  expect(
    commandWords(
      { type: 'jointTorqued', joint: joint!.id, entered: { value: 21, unit: 'Nm' }, instrument: { kind: 'torque-wrench' } } as never,
      sheet,
    ),
  ).toBe(`Joint torqued: joint ${joint!.id}, entered 21 Nm, instrument (kind torque-wrench)`)
})
