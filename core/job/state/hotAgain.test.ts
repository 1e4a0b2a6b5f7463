import { describe, expect, it } from 'vitest'
import { pocketCar, pocketSheet, Story } from '../../../tests/helpers/pocketCar'
import { PlayedJob, everyDemoCar } from '../../../tests/helpers/demo'
import type { JobBody, JobCommand } from '../types'
import { waitNamed, waitsOf } from './waits'

const open = (joint: string): JobBody => ({ type: 'jointOpened', joint })
const shut = (joint: string): JobBody => ({ type: 'jointSeated', joint, proofs: [] })
const run: JobBody = { type: 'engineStarted', minutes: 5 }
const stop: JobBody = { type: 'engineStopped' }
const soaked = (joint: string): JobBody => ({ type: 'jointSeized', joint, remedy: 'soak' })

describe('opened again while it is hot', () => {
  // Ten minutes pass with each event of a story.
  it('the sheet’s cooling begins anew when the engine has run, and ends by a temperature measured', () => {
    const story = () => new Story().all(open('near'), shut('near'), run, stop)
    expect(story().ask(open('near') as JobCommand)).toMatchObject({ code: 'JOB_WAIT', wait: 'cools', secondsLeft: 20 * 60 })
    const measured = (value: number): JobCommand => ({
      type: 'waitCut',
      wait: 'cools',
      reason: 'held',
      temperature: { value, unit: 'degC' },
    })
    expect(story().ask(measured(55))).toMatchObject({ code: 'JOB_QUANTITY_RANGE' })
    expect(story().ask({ type: 'waitCut', wait: 'cools', reason: 'in a hurry' })).toMatchObject({ code: 'JOB_REASON_NEEDED' })
    const cool = story().then({ ...(measured(38) as JobBody & { type: 'waitCut' }), celsius: 38 as never })
    expect(cool.ask(open('near') as JobCommand)).toEqual(open('near'))
    // Run once more, it is hot once more.
    expect(cool.all(run, stop).ask(open('near') as JobCommand)).toMatchObject({ code: 'JOB_WAIT', wait: 'cools' })
  })
  it('where the sheet says nothing of cooling, what is usual stands in; not for what an engine does not warm', () => {
    const story = (system: 'heater' | 'clutch') => new Story(pocketCar({ system, waits: [] })).all(open('far'), shut('far'), run, stop)
    expect(story('heater').ask(open('far') as JobCommand)).toMatchObject({ code: 'JOB_WAIT', wait: 'cool-again', secondsLeft: 20 * 60 })
    expect(story('clutch').ask(open('far') as JobCommand)).toEqual(open('far'))
    expect(new Story(pocketCar({ system: 'heater', waits: [] })).ask(open('far') as JobCommand)).toEqual(open('far'))
    const driven = new Story(pocketCar({ system: 'heater', waits: [] })).then({ type: 'roadTested', result: 'not-good', note: 'drips' })
    expect(driven.ask(open('far') as JobCommand)).toMatchObject({ code: 'JOB_WAIT', wait: 'cool-again' })
    expect(waitNamed({ waits: [] }, 'cool-again')).toMatchObject({ kind: 'cool' })
  })
  it('what runs out once more is caught once more', () => {
    const car = everyDemoCar().find(one => one.sheet.id === 'halyard-cooler-lines-screw-in')!
    const played = new PlayedJob(car).plan().workUntil('leak')
    const joint = played.next()!.target
    played.do({ type: 'leakChecked', joint, result: 'leaking' }).do({ type: 'engineStopped' })
    expect(played.try({ type: 'jointOpened', joint })).toMatchObject({ code: 'JOB_WAIT' })
    expect(played.tryInTime({ type: 'jointOpened', joint })).toBeUndefined()
    expect(played.steps().some(({ kind, status }) => kind === 'catch' && status === 'open')).toBe(true)
    played.workUntil()
    expect(played.events.filter(({ body }) => body.type === 'fluidCaught')).toHaveLength(2)
    played.do({ type: 'signedOff' })
  })
})

describe('penetrant on a joint that does not move', () => {
  it('soaks as long as is usual before that joint is opened, and no other; cut with a reason', () => {
    const story = () => new Story(pocketCar({ waits: [] })).then(soaked('far'))
    expect(story().ask(open('far') as JobCommand)).toMatchObject({ code: 'JOB_WAIT', wait: 'soak-far', secondsLeft: 5 * 60 })
    expect(story().ask(open('near') as JobCommand)).toEqual(open('near'))
    expect(story().ask({ type: 'waitCut', wait: 'soak-far', reason: ' ' })).toMatchObject({ code: 'JOB_REASON_NEEDED' })
    const cut: JobBody = { type: 'waitCut', wait: 'soak-far', reason: 'it gave way to a hair of tightening' }
    expect(
      story()
        .then(cut)
        .ask(open('far') as JobCommand),
    ).toEqual(open('far'))
    expect(
      story()
        .all(cut, soaked('far'))
        .ask(open('far') as JobCommand),
    ).toMatchObject({ code: 'JOB_WAIT' })
    expect(
      story()
        .all(soaked('near'), { type: 'noteWritten', text: 'x' })
        .ask(open('far') as JobCommand),
    ).toEqual(open('far'))
    expect(waitNamed({ waits: [] }, 'soak-far')).toMatchObject({ kind: 'soak' })
    expect(waitNamed({ waits: [] }, 'nothing')).toBeUndefined()
  })
  it('as long as the sheet soaks it, where it does; other remedies take no time of their own', () => {
    const waits = [{ id: 'own', kind: 'soak', text: 'it soaks', minutes: 60 as never, after: ['off:hose'], before: ['open:far'] } as const]
    const story = new Story(pocketCar({ waits })).then(soaked('far'))
    expect(waitsOf(story.resolved, story.state).map(({ wait }) => [wait.id, wait.minutes])).toEqual([['soak-far', 60]])
    const heated = new Story(pocketCar({ ...pocketSheet, waits: [] })).then({ type: 'jointSeized', joint: 'far', remedy: 'cut-close' })
    expect(heated.ask(open('far') as JobCommand)).toEqual(open('far'))
  })
})
