import { describe, expect, it } from 'vitest'
import { demoCar, PlayedJob, lead, technician } from '../../../tests/helpers/demo'
import type { CommandType } from './commandRule'
import { commandRules } from './commandRules'

const all = Object.keys(commandRules) as CommandType[]
const those = (is: (type: CommandType) => boolean) => all.filter(is).sort()
const words = (text: string) => text.trim().split(/\s+/).sort()

// Each list read by itself, as somebody would who stands beside the car: who is on a list by mistake hurts somebody.
describe('the rows, read across', () => {
  it('no hand goes to the car while the engine runs', () => {
    expect(those(type => !commandRules[type].taken.running)).toEqual(
      words(`carMoved clearanceProved holdFastened holdReleased jointCapped jointOpened jointSeated jointTorqued lineIn lineOut
        neighbourRenewed operationOff operationOn sealFitted`),
    )
  })
  it('nothing under a propped pedal is opened, bled, felt or pressed anew', () => {
    expect(those(type => !commandRules[type].taken.propped)).toEqual(words('jointOpened pressureHeld roundBled tested'))
  })
  it('a job left for later is only made safe, gone on with and noted on', () => {
    expect(those(type => commandRules[type].taken.paused)).toEqual(
      words('carMoved engineStopped jointCapped noteWritten operationOn photoTaken resumed'),
    )
  })
  it('a signed job is handed over, opened again or noted on', () => {
    expect(those(type => commandRules[type].taken.signedOff)).toEqual(words('handedOver noteWritten reopened'))
  })
  it('of what nobody is sure of only what makes work due counts', () => {
    expect(those(type => commandRules[type].counts.held)).toEqual(
      words('fastenerLost fluidCaught fluidExtracted holdReleased jointOpened lineCalledOut lineOut operationOff ranDry'),
    )
  })
  it('the desk plans and hands over, and does nothing on a car; what excuses anything is a lead’s', () => {
    expect(those(type => commandRules[type].roles.includes('desk'))).toEqual(
      words('handedOver neighbourDecided noteWritten opened paused planned resumed scopeChosen traitsLearned'),
    )
    expect(those(type => !commandRules[type].roles.includes('technician'))).toEqual(
      words('fastenerLost fillSpared partAccepted reopened sealingSaid'),
    )
  })
})

it('what was decided is decided anew and not taken back; a note keeps nothing from being taken back', () => {
  const played = new PlayedJob(demoCar('two'), lead).plan()
  expect(played.try({ type: 'stepUndone', reverts: [played.events.at(-1)!.id] })).toMatchObject({ code: 'JOB_UNDO_NOT_LAST' })
  played.person = technician
  played.do({ type: 'prepared' })
  const prepared = played.events.at(-1)!.id
  played.do({ type: 'noteWritten', text: 'a note' })
  expect(played.try({ type: 'stepUndone', reverts: [prepared] })).toBeUndefined()
})
