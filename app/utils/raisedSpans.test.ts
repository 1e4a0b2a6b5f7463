import { expect, it } from 'vitest'
import { raisedSpans } from './raisedSpans'

const move = (from: number, to: number, at: string) => ({ kind: 'move', from, to, at })
const plan = (at: string, clock: number, spans: object[]) => ({ visits: [{ at }], timeline: { clock, spans } }) as never

it('says when the car is up and where, and nothing of the ground or of stands of no length', () => {
  const spans = [{ kind: 'task', from: 0, to: 5 }, move(5, 7, 'raised'), move(20, 21, 'half'), move(21, 23, 'ground')]
  expect(raisedSpans(plan('ground', 30, spans))).toEqual([{ from: 7, to: 20, at: 'raised' }])
  expect(raisedSpans(plan('raised', 12, [move(8, 9, 'half')]))).toEqual([
    { from: 0, to: 8, at: 'raised' },
    { from: 9, to: 12, at: 'half' },
  ])
  expect(raisedSpans({ visits: [], timeline: { clock: 4, spans: [] } } as never)).toEqual([])
})
