import { describe, expect, it } from 'vitest'
import type { JobRow } from '../schemas/jobRow'
import { nextOfRow, progressWords } from './rowWords'

const summary = (more: Partial<JobRow['summary']> = {}): JobRow['summary'] => ({
  stage: 'planned',
  paused: false,
  step: { done: 3, of: 9 },
  missing: 0,
  timers: [],
  ...more,
})

describe('a row of the Floor', () => {
  it('says the next step, and where there is none what else comes', () => {
    expect(nextOfRow({ nextWords: 'Open: Pump', summary: summary() })).toBe('Open: Pump')
    expect(nextOfRow({ nextWords: '', summary: summary({ stage: 'opened' }) })).toBe('Choose the lines')
    expect(nextOfRow({ nextWords: '', summary: summary({ stage: 'to-sign-off' }) })).toBe('Sign off')
    expect(nextOfRow({ nextWords: '', summary: summary({ stage: 'signed-off' }) })).toBe('Hand over')
    expect(nextOfRow({ nextWords: '', summary: summary({ stage: 'handed-over' }) })).toBe('–')
  })

  it('counts the step that is next, and no further than the last', () => {
    expect(progressWords({ summary: summary() })).toBe('step 4 of 9')
    expect(progressWords({ summary: summary({ step: { done: 9, of: 9 } }) })).toBe('step 9 of 9')
    expect(progressWords({ summary: summary({ step: { done: 0, of: 0 } }) })).toBe('no plan yet')
  })

  it('that nobody can read says why, and guesses at nothing', () => {
    const row = { unreadable: 'damaged', nextWords: 'Open: Pump', summary: summary() } as const
    expect(nextOfRow(row)).toContain('Tell an admin')
    expect(nextOfRow({ ...row, unreadable: 'newer' })).toContain('Update this one')
    expect(progressWords(row)).toBe('')
  })
})
