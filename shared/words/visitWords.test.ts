import { describe, expect, it } from 'vitest'
import type { PlanVisit } from '../../core/job/steps/visitsOnClock'
import { foldWords, visitWords } from './visitWords'

describe('a stand of the car in a line', () => {
  const steps = (count: number) => Array.from({ length: count }) as PlanVisit['open']
  const ahead = { stage: 'ahead', done: [], open: steps(5), left: 7.6, clock: { from: 58.7, to: 66.2 } } as const

  it('says what is to come, for how long, and when', () => {
    expect(visitWords(ahead)).toBe('5 steps · 8 min · 59 to 66 min on the clock')
    expect(visitWords({ ...ahead, open: steps(1), left: 0.4, clock: { from: 82.1, to: 82.3 } })).toBe(
      '1 step · under 1 min · at 82 min on the clock',
    )
    expect(visitWords({ ...ahead, left: 0, clock: undefined })).toBe('5 steps')
  })
  it('of the one in hand, what is left; of one that is over, that it is', () => {
    expect(visitWords({ ...ahead, stage: 'now', done: steps(25), open: steps(4), left: 2 })).toBe('4 of 29 steps left · 2 min')
    expect(visitWords({ ...ahead, stage: 'now' })).toBe('5 steps · 8 min')
    expect(visitWords({ ...ahead, stage: 'over', done: steps(8), open: [], left: 0 })).toBe('8 steps done')
  })
  it('is headed by how the car stands; several that are over by how much is done', () => {
    const stand = (at: PlanVisit['at'], done: number): PlanVisit => ({ visit: 0, at, stage: 'over', open: [], done: steps(done), left: 0 })
    expect(foldWords({ stage: 'over', visits: [stand('raised', 4)] })).toEqual({ title: 'Car raised', told: '4 steps done' })
    expect(foldWords({ stage: 'over', visits: [stand('raised', 4), stand('ground', 6)] })).toEqual({
      title: 'Done so far',
      told: '10 steps done',
    })
  })
  it('of several far ahead tells how often the car moves, and when they begin and end', () => {
    const stand = (from: number, to: number): PlanVisit => ({
      ...ahead,
      visit: 0,
      at: 'raised',
      open: steps(3),
      left: 4,
      clock: { from, to },
    })
    expect(foldWords({ stage: 'ahead', visits: [stand(40, 45), stand(47, 60)] })).toEqual({
      title: 'After that',
      told: '2 moves of the car · 6 steps · 40 to 60 min on the clock',
    })
    const unplaced = { ...stand(0, 0), clock: undefined } as unknown as PlanVisit
    expect(foldWords({ stage: 'ahead', visits: [unplaced, unplaced] }).told).toBe('2 moves of the car · 6 steps')
  })
})
