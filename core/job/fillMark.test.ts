import { expect, it } from 'vitest'
import { allDemoSheets, demoSheet, everyDemoCar, PlayedJob } from '../../tests/helpers/demo'
import { fillMark } from './fillMark'
import type { JobCommand } from './types'

const brake = everyDemoCar().find(({ sheet }) => sheet.id === 'wherry-rear-brake')!
const volume = (type: 'fluidCaught' | 'fluidAdded', value: number): JobCommand => ({
  type,
  entered: { value, unit: 'mL' },
  how: 'measured',
  ...(type === 'fluidAdded' && { bottle: 'sealed' }),
})
const round: JobCommand = { type: 'roundBled', bleeder: 'wheel-bleeder', saw: 'air', toppedUp: true }

it('an empty hose takes nothing before it is bled: a reservoir that took less than ran out is full at its mark', () => {
  const played = new PlayedJob(brake).plan().workUntil('catch').do(volume('fluidCaught', 42)).workUntil('fill')
  played.do(volume('fluidAdded', 18))
  const open = () => played.steps().find(({ status }) => status === 'open')?.kind
  expect(open()).toBe('fill')
  const mark = fillMark(brake.sheet)!
  played.do({ type: 'levelRead', level: mark.id, engine: 'off', reading: 'at' })
  expect(open()).toBe('bleed')
  expect(played.try(round)).toBe(undefined)
  // That mark is no proof of what the rounds leave in it: it is read once more, when it is bled.
  played.workUntil('level')
  expect(played.steps().some(({ kind, status }) => kind === 'level' && status === 'open')).toBe(true)
})

it('a level below its mark is none, and where a jug decides no mark is offered', () => {
  const played = new PlayedJob(brake).plan().workUntil('catch').do(volume('fluidCaught', 42)).workUntil('fill')
  played.do(volume('fluidAdded', 18)).do({ type: 'levelRead', level: fillMark(brake.sheet)!.id, engine: 'off', reading: 'below' })
  expect(played.steps().find(({ status }) => status === 'open')?.kind).toBe('fill')
  expect(fillMark(demoSheet())).toBeUndefined()
  for (const sheet of allDemoSheets()) expect(fillMark(sheet) === undefined, sheet.id).toBe(!['brake', 'clutch'].includes(sheet.system))
})
