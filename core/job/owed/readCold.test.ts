import { describe, expect, it } from 'vitest'
import { everyDemoCar, lead, PlayedJob, technician } from '../../../tests/helpers/demo'
import { whatIsWrong } from '../../../tests/helpers/carOracle'
import { endedWords } from '../../../shared/words/endingWords'
import { buildRecord } from '../record/buildRecord'
import { listDue } from './obligations'
import { isToReadCold } from './readCold'
import { summarise } from '../record/summarise'
import type { JobCommand } from '../types'

const carOf = (sheet: string) => everyDemoCar().find(one => one.sheet.id === sheet)!
/** To where nothing is due but the one level, as it is after wheels were turned with the engine running. */
function worked(sheet: string): PlayedJob {
  const played = new PlayedJob(carOf(sheet)).plan()
  const isLast = () => {
    const due = listDue(played.resolved, played.state!)
    return due.length > 0 && due.every(({ kind }) => kind === 'level' || kind === 'cold-again')
  }
  for (let guard = 0; guard < 200 && !isLast(); guard++) {
    const step = played.next()!
    if (step.kind === 'leak') played.clock += 15 * 60_000
    if (['receive', 'compare'].includes(step.kind)) played.choosePart(step.target)
    played.do(played.plainFor(step))
  }
  return played
}
const out = (change: object = {}): JobCommand => ({
  type: 'ended',
  ending: 'provisional',
  why: 'promised for today',
  read: { by: '2026-03-05T17:00:00Z', km: 60 },
  ...change,
})
const read = (reading: 'at' | 'below', celsius = 18): JobCommand => ({
  type: 'levelRead',
  level: 'cold-mark',
  engine: 'off',
  reading,
  temperature: { value: celsius, unit: 'degC' },
})
const as = (played: PlayedJob, person: PlayedJob['person']) => {
  played.person = person
  return played
}

describe('a car that goes out with one level to be read cold', () => {
  it('is a lead’s to let go, by a day to come, and stays on the Floor until it has been read', () => {
    const played = worked('wherry-steering-return')
    expect(as(played, technician).try(out())).toEqual({ code: 'JOB_ROLE', needs: ['lead', 'admin'] })
    as(played, lead)
    expect(played.try(out({ read: undefined }))).toEqual({ code: 'JOB_REASON_NEEDED', field: 'read' })
    expect(played.try(out({ why: ' ' }))).toEqual({ code: 'JOB_REASON_NEEDED', field: 'why' })
    expect(played.try(out({ read: { by: '2026-03-01T17:00:00Z', km: 60 } }))).toEqual({ code: 'JOB_READ_COLD', why: 'past' })
    played.do(out())
    expect(whatIsWrong(played.resolved.sheet, played.events)).toEqual([])
    expect(played.state!.ended?.read).toEqual({ level: 'cold-mark', by: '2026-03-05T17:00:00Z', km: 60 })
    const stage = () => summarise(played.state!, [], []).stage
    expect(stage()).toBe('to-read-cold')
    played.do({ type: 'handedOver', to: 'customer' })
    expect([stage(), isToReadCold(played.state!)]).toEqual(['to-read-cold', true])
    const record = buildRecord(played.resolved, played.state!, played.events)
    expect(record.missing).toMatchObject([{ kind: 'level', level: 'cold-mark' }])
    expect(endedWords(record.ended!, iso => iso.slice(0, 10))).toMatch(/by 2026-03-05.*no further than 60 km.*read with the car cold/)
  })

  it('back and cold it is read by anybody; too low it is topped up first; at its mark the job is closed', () => {
    const played = as(worked('wherry-steering-return'), lead).do(out()).do({ type: 'handedOver', to: 'customer' })
    as(played, technician)
    expect(played.try(read('at', 45))).toMatchObject({ code: 'JOB_LEVEL_TEMPERATURE' })
    played.do(read('below'))
    expect(isToReadCold(played.state!)).toBe(true)
    played.do({ type: 'fluidAdded', entered: { value: 30, unit: 'mL' }, how: 'measured' }).do(read('at'))
    expect(isToReadCold(played.state!)).toBe(false)
    expect(summarise(played.state!, [], []).stage).toBe('handed-over')
    expect(buildRecord(played.resolved, played.state!, played.events).ended?.read).toMatchObject({
      level: expect.any(String),
      readAt: expect.any(String),
    })
    // Closed is closed.
    expect(played.try(read('at'))).toEqual({ code: 'JOB_SIGNED_OFF' })
    expect(played.try({ type: 'jointOpened', joint: played.resolved.joints[0]!.id })).toEqual({ code: 'JOB_SIGNED_OFF' })
  })

  it('never a brake or a clutch, nor with anything else due, nor with a level that was last seen wrong', () => {
    const clutch = as(new PlayedJob(carOf('petrel-clutch-hose')).plan().workUntil('level'), lead)
    expect(clutch.try(out())).toEqual({ code: 'JOB_READ_COLD', why: 'brakes' })
    const open = as(new PlayedJob(carOf('wherry-steering-return')).plan().workUntil('open'), lead)
    expect(open.try(out())).toEqual({ code: 'JOB_READ_COLD', why: 'level' })
    const low = worked('wherry-steering-return').do(read('below'))
    expect(as(low, lead).try(out())).toEqual({ code: 'JOB_READ_COLD', why: 'level' })
    // Nothing is due at all: that is a sign-off.
    const whole = as(worked('wherry-steering-return').do(read('at')), lead)
    expect(whole.try(out())).toEqual({ code: 'JOB_READ_COLD', why: 'level' })
  })
})
