import { describe, expect, it } from 'vitest'
import { isBeside, withNeighbour } from './neighbourInPlan'

const start = 'ground' as const
const lines = ['supply', 'return', 'vent'].map(id => ({ id }))
const decided = (neighbour: string, choice: 'now' | 'leave') => ({ type: 'neighbourDecided', neighbour, choice, by: 'customer' }) as const

describe('a neighbour taken with the job, or left', () => {
  it('is in the plan once, beside those that were', () => {
    const inputs = { lines: ['supply'], start, neighbours: ['pan-seal'] }
    expect(withNeighbour(inputs, lines, decided('clip', 'now'))).toEqual({ lines: ['supply'], start, neighbours: ['pan-seal', 'clip'] })
    expect(withNeighbour(inputs, lines, decided('pan-seal', 'now'))).toBeUndefined()
    expect(withNeighbour(inputs, lines, decided('pan-seal', 'leave'))).toEqual({ lines: ['supply'], start, neighbours: [] })
    expect(withNeighbour(inputs, lines, decided('clip', 'leave'))).toBeUndefined()
  })
  it('that is a line comes in where the sheet has it, whichever was chosen first', () => {
    const other = (id: string, choice: 'now' | 'leave') => decided(`line:${id}`, choice)
    expect(withNeighbour({ lines: ['vent'], start }, lines, other('supply', 'now'))).toEqual({ lines: ['supply', 'vent'], start })
    expect(withNeighbour({ lines: ['supply', 'vent'], start }, lines, other('vent', 'leave'))).toEqual({ lines: ['supply'], start })
  })
  it('that is the only line is not taken out: a job is not emptied by the way', () => {
    expect(withNeighbour({ lines: ['vent'], start }, lines, decided('line:vent', 'leave'))).toBeUndefined()
  })
  it('keeps what else was decided', () => {
    expect(withNeighbour({ lines: ['vent'], start: 'raised', oneAtATime: true }, lines, decided('clip', 'now'))).toEqual({
      lines: ['vent'],
      start: 'raised',
      oneAtATime: true,
      neighbours: ['clip'],
    })
  })
})

it('less than a line is a joint, a part beside or the fluid', () => {
  expect(isBeside({ lines: ['supply'], start })).toBe(false)
  expect(isBeside({ lines: [], start, joints: [], neighbours: [] })).toBe(false)
  expect(
    [{ joints: ['a'] }, { neighbours: ['a'] }, { service: 'level' as const }].map(one => isBeside({ lines: [], start, ...one })),
  ).toEqual([true, true, true])
})
