import { describe, expect, it } from 'vitest'
import { everyDemoCar, planOf } from '../../../tests/helpers/demo'

/** A level read cold once more when all is done (common practice, no source: two hours of cooling in a cool workshop). */
describe('the clock of a job whose level is read cold', () => {
  const cars = everyDemoCar()
  const waitOf = (sheet: string) => {
    const car = cars.find(one => one.sheet.id === sheet)!
    const { timeline, minutes } = planOf(car)
    return { timeline, minutes, wait: timeline.waits.find(({ id }) => id === 'cool-level') }
  }
  it('holds the cooling from the start, from when it was last hot, and nothing is done in it that could be done meanwhile', () => {
    for (const sheet of ['wherry-steering-return', 'pintle-heater-hoses', 'lugger-turbo-coolant']) {
      const { timeline, minutes, wait } = waitOf(sheet)
      expect(wait, sheet).toMatchObject({ kind: 'cool', minutes: 120 })
      const hot = timeline.spans.filter(span => span.kind === 'task' && (span.task === 'stop' || span.task === 'road-test'))
      expect(wait!.from).toBe(Math.max(...hot.map(({ to }) => to)))
      expect(wait!.to - wait!.from).toBeCloseTo(120, 6)
      expect(timeline.clock).toBeGreaterThanOrEqual(wait!.to)
      expect(minutes.clock).toBe(timeline.clock)
      // Hands stand still only behind everything else.
      const idle = timeline.spans.find(span => span.kind === 'idle' && span.wait === 'cool-level')!
      expect(timeline.spans.every(span => span === idle || span.to <= idle.from + 1e-9)).toBe(true)
    }
  })
  it('has none where a hot mark decides, where nothing runs, and where a plug is read warm', () => {
    const others = cars.filter(({ sheet }) => !['wherry-steering-return', 'pintle-heater-hoses', 'lugger-turbo-coolant'].includes(sheet.id))
    const cooled = others.filter(car => planOf(car).timeline.waits.some(({ id }) => id === 'cool-level')).map(({ sheet }) => sheet.id)
    // Cold marks beside wheels that are turned with the engine running.
    expect([...new Set(cooled)].sort()).toEqual(['ketch-steering-pressure'])
    expect(waitOf('pintle-steering-pressure').wait).toBeUndefined()
    expect(waitOf('halyard-cooler-lines').wait).toBeUndefined()
    expect(waitOf('wherry-rear-brake').wait).toBeUndefined()
  })
})
