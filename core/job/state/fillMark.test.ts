import { expect, it } from 'vitest'
import { allDemoSheets, demoSheet, everyDemoCar, PlayedJob } from '../../../tests/helpers/demo'
import { eventWords } from '../../../shared/words/eventWords'
import { balanceOf } from './balanceOf'
import { fillMark } from './fillMark'
import type { JobCommand } from '../types'

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

it('what a round let out and what went in after it stand in the balance, and hold up no next round', () => {
  const played = new PlayedJob(brake).plan().workUntil('catch').do(volume('fluidCaught', 42)).workUntil('fill')
  played.do(volume('fluidAdded', 18)).do({ type: 'levelRead', level: fillMark(brake.sheet)!.id, engine: 'off', reading: 'at' })
  const before = balanceOf(brake, played.state!)
  const amounts = { out: { value: 60, unit: 'mL' }, in: { value: 2, unit: 'floz' } } as const
  played.do({ ...round, ...amounts })
  const after = balanceOf(brake, played.state!)
  // A US fluid ounce is 29.5735 mL (NIST Handbook 44, appendix C).
  expect([after.out! - before.out!, after.in - before.in]).toEqual([60, expect.closeTo(59.147, 2)])
  expect(after.owed! - before.owed!).toBeCloseTo(60 - 59.147, 2)
  // Measured by nobody, it says nothing: not that nothing ran.
  expect(balanceOf(brake, played.do(round).state!)).toEqual(after)
  expect(played.try({ ...round, out: { value: 500, unit: 'mL' } })).toBeUndefined()
  expect(played.try({ ...round, in: { value: 4000, unit: 'L' } })).toMatchObject({ code: 'JOB_QUANTITY_RANGE' })
  expect(eventWords(played.do({ ...round, ...amounts }).events.at(-1)!.body, brake.sheet)).toContain(
    '60\u00a0mL let out, 59\u00a0mL put in',
  )
})

it('a level below its mark is none, and where a jug decides no mark is offered', () => {
  const played = new PlayedJob(brake).plan().workUntil('catch').do(volume('fluidCaught', 42)).workUntil('fill')
  played.do(volume('fluidAdded', 18)).do({ type: 'levelRead', level: fillMark(brake.sheet)!.id, engine: 'off', reading: 'below' })
  expect(played.steps().find(({ status }) => status === 'open')?.kind).toBe('fill')
  expect(fillMark(demoSheet())).toBeUndefined()
  for (const sheet of allDemoSheets()) expect(fillMark(sheet) === undefined, sheet.id).toBe(!['brake', 'clutch'].includes(sheet.system))
})
