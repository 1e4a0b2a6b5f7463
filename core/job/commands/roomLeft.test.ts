import { describe, expect, it } from 'vitest'
import { everyDemoCar, PlayedJob } from '../../../tests/helpers/demo'
import { refusalWords } from '../../../shared/words/refusalWords'
import { limits } from '../../../shared/limits'
import { eventsForSafety, eventsPerJob, eventsWaiting, hasRoom } from './roomLeft'
import { ruleOf } from './commandRules'
import type { JobCommand } from '../types'

/** A job as it would be after so many entries more; what they said makes no difference to what is tried here. */
function grown(entries: number): PlayedJob {
  const played = new PlayedJob(car).plan().workUntil('off')
  played.state = { ...played.state!, seq: entries }
  return played
}
const note: JobCommand = { type: 'noteWritten', text: 'once more' }
const safe: JobCommand[] = [{ type: 'paused', reason: 'parts' } as JobCommand, { type: 'carMoved', to: 'ground' }]

const car = everyDemoCar().find(({ sheet }) => sheet.id === 'fulmar-cooler-lines')!
describe('a job that grows without end', () => {
  it('holds five thousand entries; the next is refused, and says what to do instead', () => {
    expect(grown(4999).try(note)).toBeUndefined()
    const refusal = grown(5000).try(note)
    expect(refusal).toEqual({ code: 'JOB_FULL', most: 5000 })
    expect(refusalWords(refusal!, car.sheet)).toMatch(/5,000 entries.*pause or end it.*new job/)
  })
  it('still is made safe, passed on, taken back', () => {
    for (const entries of [5000, 19_999, 20_999]) {
      for (const command of safe) expect(grown(entries).try(command), `${command.type} at ${entries}`).toBeUndefined()
      const undo = grown(entries).try({ type: 'stepUndone', reverts: ['event-1'] })
      expect(undo?.code).not.toBe('JOB_FULL')
    }
    // Not without any end.
    for (const command of safe) expect(grown(21_000).try(command)).toMatchObject({ code: 'JOB_FULL' })
  })
  it('refuses nothing that a device made before it had heard of that', () => {
    for (const [entries, seen, taken] of [
      [5000, 4999, true],
      [19_999, 12, true],
      [20_000, 12, false],
      [6000, 5000, false],
    ] as const) {
      const played = grown(entries)
      played.seen = seen
      expect(played.try(note) === undefined, `${seen} of ${entries}`).toBe(taken)
    }
  })
  it('what a job can hold, a script may compute from in one request', () => {
    expect(limits.computedEvents).toBe(eventsPerJob + eventsWaiting + eventsForSafety)
    expect(hasRoom(limits.computedEvents, ruleOf('paused').taken.full)).toBe(false)
  })
})
