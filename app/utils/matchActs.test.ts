import { describe, expect, it } from 'vitest'
import { matchActs } from './matchActs'

const acts = ['Floor', 'Look up', 'Library', 'Job 7 · BR 88 KEL', 'Open the kit', 'Fluid of this job', 'Sign out'].map(text => ({ text }))
const found = (typed: string) => matchActs(acts, typed).map(({ text }) => text)

describe('what is typed into the command box', () => {
  it.each([
    ['', acts.map(({ text }) => text)],
    ['  ', acts.map(({ text }) => text)],
    ['fl', ['Floor', 'Fluid of this job']],
    ['JOB', ['Job 7 · BR 88 KEL', 'Fluid of this job']],
    ['kel 88', ['Job 7 · BR 88 KEL']],
    ['job fluid', ['Fluid of this job']],
    ['it', []],
    ['job of floor', []],
  ])('%j', (typed, wanted) => expect(found(typed)).toEqual(wanted))
})
