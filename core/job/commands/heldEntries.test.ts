import { describe, expect, it } from 'vitest'
import { everyDemoCar, lead, PlayedJob } from '../../../tests/helpers/demo'
import { buildRecord } from '../record/buildRecord'
import { fold } from '../state/evolve'
import { listDue } from '../owed/obligations'
import { earlyEndings, type ServerSaid } from '../types'

const about = '01890000-0000-7000-8000-0000000000e1'
const by = { id: '00000000-0000-4000-8000-00000000000a', name: 'Rafe Undal' }
const held = (counts = false): ServerSaid => ({ type: 'entryHeld', about, by, counts })
const settled = (stands: boolean): ServerSaid => ({ type: 'entrySettled', about, stands, why: 'asked him' })
const car = everyDemoCar().find(({ sheet }) => sheet.id === 'halyard-cooler-lines')!
/** A job of which nothing is due. */
const done = () => new PlayedJob(car).plan().workUntil()

describe('an entry that waits for a lead', () => {
  it('keeps a job that is whole from every end, until it is settled, whichever way', () => {
    for (const stands of [true, false]) {
      const played = done()
      expect(listDue(played.resolved, played.state!)).toEqual([])
      played.hear(held())
      expect(listDue(played.resolved, played.state!)).toMatchObject([{ kind: 'to-settle', entry: about, by: by.name, gates: ['end'] }])
      played.person = lead
      const shut = { code: expect.stringMatching(/JOB_MISSING|JOB_READ_COLD/) as string }
      expect(played.try({ type: 'signedOff' })).toMatchObject({ code: 'JOB_MISSING', items: [{ kind: 'to-settle' }] })
      for (const ending of earlyEndings)
        expect(played.try({ type: 'ended', ending, why: 'late', read: { by: '2030-01-01T00:00:00Z', km: 9 } }), ending).toMatchObject(shut)
      // Nothing in the bay does it, and nothing takes it back.
      expect(played.next()).toBeUndefined()
      const { id } = played.events.at(-1)!
      expect(played.try({ type: 'stepUndone', reverts: [id] })).toMatchObject({ code: 'JOB_UNDO_NOT_LAST' })
      played.hear(settled(stands))
      expect(played.try({ type: 'stepUndone', reverts: [played.events.at(-1)!.id] })).toMatchObject({ code: 'JOB_UNDO_NOT_LAST' })
      expect(played.try({ type: 'signedOff' })).toBeUndefined()
      // Read again from its events, or as a record, it says the same.
      expect(fold(played.events)).toEqual(played.state)
      expect(buildRecord(played.resolved, played.state!, played.events).events).toHaveLength(played.events.length)
    }
  })

  it('about nothing known, or settled twice, changes nothing else', () => {
    const played = done()
    const before = { ...played.state!, seq: 0, effective: [] }
    played.hear(settled(true))
    expect({ ...played.state!, seq: 0, effective: [] }).toEqual(before)
    played.hear(held())
    played.hear(settled(false))
    played.hear(settled(false))
    expect(played.state!.held[about]).toMatchObject({ author: by, settled: { stands: false } })
    expect(listDue(played.resolved, played.state!)).toEqual([])
  })

  it('stands in nobody’s way of taking back what they did beside it', () => {
    const played = new PlayedJob(car).plan()
    played.do({ type: 'fluidCaught', entered: { value: 300, unit: 'mL' }, how: 'measured' })
    const { id } = played.events.at(-1)!
    played.hear(held(true))
    expect(played.try({ type: 'stepUndone', reverts: [id] })).toBeUndefined()
    expect(played.state!.held[about]?.settled).toBeUndefined()
  })
})
