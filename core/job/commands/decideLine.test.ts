import { describe, expect, it } from 'vitest'
import { lead } from '../../../tests/helpers/demo'
import { pocketCar, Story } from '../../../tests/helpers/pocketCar'
import { currentPlanner } from '../../plan/types'
import type { JobBody, JobCommand } from '../types'

const open = (joint: string): JobBody => ({ type: 'jointOpened', joint })
const seat = (joint: string): JobBody => ({ type: 'jointSeated', joint, proofs: [] })
const released = (hold: string): JobBody => ({ type: 'holdReleased', hold })
const fastened = (hold: string): JobBody => ({ type: 'holdFastened', hold })
const out = (line: string) => ({ type: 'lineOut', line }) as const
const into = (line: string) => ({ type: 'lineIn', line }) as const
const laid = (line: string, which: 'old' | 'new' = 'new'): JobBody => ({ type: 'lineIn', line, which })
const compared = (line: string): JobBody => ({ type: 'partReceived', line, against: 'old-line', agrees: true })
const needs = (line: string, what: string) => ({ code: 'JOB_LINE_STATE', line, needs: what })
const refused = (code: string, more: object = {}) => expect.objectContaining({ code, ...more })
const whole = (...bodies: JobBody[]) => new Story(pocketCar(), { parts: { supply: 'both-lines' } }).all(...bodies)
const everyEnd = ['near', 'far', 'middle', 'last'].map(open)

describe('a line out', () => {
  const loose = [open('near'), open('far'), released('clip')]
  it('when both its ends are open and nothing holds it', () => {
    expect(new Story().ask(out('moon'))).toEqual({ code: 'JOB_UNKNOWN_TARGET', what: 'line', id: 'moon' })
    expect(new Story().ask(out('supply'))).toEqual(needs('supply', 'ends-open'))
    expect(new Story().all(open('near'), released('clip')).ask(out('supply'))).toEqual(needs('supply', 'ends-open'))
    expect(new Story().all(...loose, seat('far')).ask(out('supply'))).toEqual(needs('supply', 'ends-open'))
    expect(new Story().all(open('near'), open('far')).ask(out('supply'))).toEqual(needs('supply', 'holds-released'))
    expect(new Story().all(...loose, fastened('clip')).ask(out('supply'))).toEqual(needs('supply', 'holds-released'))
    expect(new Story().all(...loose).ask(out('supply'))).toEqual(out('supply'))
    expect(new Story().all(...loose, out('supply')).ask(out('supply'))).toEqual(needs('supply', 'in'))
  })
  it('what holds another line with it holds it too', () => {
    const story = () => new Story().all(open('middle'), open('last'), released('bracket'))
    expect(story().ask(out('return'))).toEqual(needs('return', 'holds-released'))
    expect(story().then(released('clip')).ask(out('return'))).toEqual(out('return'))
  })
  it('in one piece with the line it was laid in with', () => {
    const piece: JobBody = { type: 'lineIn', line: 'supply', which: 'new', also: ['return'] }
    const story = (...more: JobBody[]) => whole(out('supply'), out('return'), piece, released('bracket'), released('clip'), ...more)
    expect(story(open('near'), open('far')).ask(out('supply'))).toEqual(needs('supply', 'ends-open'))
    // What the piece does without need not be opened.
    expect(story(open('near'), open('far'), open('last')).ask(out('supply'))).toEqual({ ...out('supply'), also: ['return'] })
    expect(story(open('near'), open('far'), open('last')).ask(out('return'))).toEqual({ ...out('return'), also: ['supply'] })
  })
})

describe('a line in', () => {
  it('once it is out, and what stands before it is done', () => {
    expect(new Story().ask(into('supply'))).toEqual(needs('supply', 'out'))
    expect(new Story().then(out('supply')).ask(into('supply'))).toEqual(refused('JOB_GATE', { gate: 'fit' }))
    const moved: JobBody = { type: 'carriedOver', line: 'supply', items: ['bracket', 'sleeve'] }
    const named = (...bodies: JobBody[]) => new Story(pocketCar(), { parts: { supply: 'supply-alone' } }).all(...bodies)
    expect(named(out('supply'), moved, compared('supply')).ask(into('supply'))).toEqual({ ...into('supply'), which: 'new' })
    // What is due of another line is not this one's.
    expect(named(out('supply'), out('return'), moved, compared('supply')).ask(into('supply'))).toMatchObject({ which: 'new' })
    expect(new Story().all(out('supply'), laid('supply')).ask(into('supply'))).toEqual(needs('supply', 'out'))
  })
  it('no longer wanted goes back as it came out', () => {
    const story = new Story(pocketCar(), { lines: ['return'] }).then(out('supply'))
    expect(story.ask(into('supply'))).toEqual({ ...into('supply'), which: 'old' })
  })
  it('in one piece, by the name it was bought for, once all of it is out', () => {
    expect(whole(out('supply'), out('return'), compared('supply')).ask(into('return'))).toEqual(needs('supply', 'laid-in'))
    expect(whole(out('supply'), compared('supply')).ask(into('supply'))).toEqual(needs('return', 'out'))
    expect(whole(out('supply'), out('return'), compared('supply')).ask(into('supply'))).toEqual({
      ...into('supply'),
      which: 'new',
      also: ['return'],
    })
  })
})

describe('called out once more', () => {
  const called = (line: string, why = 'flare split'): JobCommand => ({ type: 'lineCalledOut', line, why })
  it('is what was laid in, and wanted', () => {
    expect(new Story().ask(called('supply'))).toEqual(needs('supply', 'laid-in'))
    expect(new Story().then(out('supply')).ask(called('supply'))).toEqual(needs('supply', 'laid-in'))
    const story = () => new Story().all(out('supply'), laid('supply'))
    expect(story().ask(called('supply'))).toEqual(called('supply'))
    expect(story().ask(called('supply', ' '))).toEqual({ code: 'JOB_REASON_NEEDED', field: 'why' })
    expect(
      story()
        .then(called('supply') as JobBody)
        .ask(called('supply')),
    ).toEqual(needs('supply', 'laid-in'))
    const unwanted = new Story(pocketCar(), { lines: ['return'] }).all(out('supply'), laid('supply', 'old'))
    expect(unwanted.ask(called('supply'))).toEqual(needs('supply', 'laid-in'))
  })
  it('as the piece it is', () => {
    const story = whole(out('supply'), out('return'), { type: 'lineIn', line: 'supply', which: 'new', also: ['return'] })
    for (const line of ['supply', 'return']) expect(story.ask(called(line))).toEqual({ ...called('supply'), also: ['return'] })
  })
})

describe('a part', () => {
  const received = (agrees: boolean, differs?: string, line = 'supply'): JobCommand => ({
    type: 'partReceived',
    line,
    against: 'sheet',
    agrees,
    ...(differs !== undefined && { differs }),
  })
  const accepted: JobCommand = { type: 'partAccepted', line: 'supply', why: 'bent flat' }
  const as = { person: lead }
  const one = { parts: { supply: 'supply-alone' } }
  it('agrees, or somebody says in what it differs', () => {
    const known = () => new Story(pocketCar(), one)
    expect(known().ask(received(true))).toEqual(received(true))
    expect(known().ask(received(false, 'shorter'))).toEqual(received(false, 'shorter'))
    for (const differs of [undefined, ' '])
      expect(known().ask(received(false, differs))).toEqual({ code: 'JOB_REASON_NEEDED', field: 'differs' })
    expect(new Story().ask(received(true, undefined, 'moon'))).toEqual(refused('JOB_UNKNOWN_TARGET', { what: 'line' }))
  })
  it('is compared and laid in by its name, and is another one when the name is another', () => {
    const nameless = { code: 'JOB_PART_NOT_CHOSEN', line: 'supply' }
    expect(new Story().ask(received(true))).toEqual(nameless)
    expect(new Story().all(out('supply'), compared('supply')).ask(into('supply'))).toEqual(nameless)
    const named = (part: string): JobCommand => ({
      type: 'planned',
      inputs: { lines: ['supply', 'return'], start: 'ground', parts: { supply: part } },
    })
    const story = () => new Story(pocketCar(), one).all(out('supply'), received(true) as JobBody, compared('supply'))
    const lines = (again: string) => story().then({ ...named(again), planner: currentPlanner } as JobBody).state.lines
    expect(lines('supply-alone').supply).toMatchObject({ received: { agrees: true }, compared: { agrees: true } })
    expect(lines('both-lines').supply).toMatchObject({ received: undefined, compared: undefined })
    const inCar = story().then({ type: 'lineIn', line: 'supply', which: 'new' })
    expect(inCar.ask(named('supply-alone'))).toMatchObject(named('supply-alone'))
    expect(inCar.ask(named('both-lines'))).toEqual({ code: 'JOB_PART_IN', line: 'supply' })
  })
  it('that differs, by the sheet or beside the old line, may be accepted', () => {
    expect(new Story().ask(accepted, as)).toEqual({ code: 'JOB_NOT_DIFFERENT', line: 'supply' })
    expect(new Story().then(received(true) as JobBody).ask(accepted, as)).toEqual(refused('JOB_NOT_DIFFERENT'))
    for (const against of ['sheet', 'old-line'] as const) {
      const story = new Story().then({ type: 'partReceived', line: 'supply', against, agrees: false })
      expect(story.ask(accepted, as)).toEqual(accepted)
      expect(story.ask({ ...accepted, why: '' } as JobCommand, as)).toEqual({ code: 'JOB_REASON_NEEDED', field: 'why' })
    }
    expect(new Story().ask({ ...accepted, line: 'moon' } as JobCommand, as)).toEqual(refused('JOB_UNKNOWN_TARGET'))
  })
  it('takes over from the old one what the sheet names, while that is out', () => {
    const story = () => new Story(pocketCar(), { parts: { supply: 'supply-alone' } })
    const carried = (line: string, ...items: string[]): JobCommand => ({ type: 'carriedOver', line, items })
    expect(story().ask(carried('supply', 'sleeve'))).toEqual(needs('supply', 'out'))
    expect(story().then(out('supply')).ask(carried('supply', 'sleeve'))).toEqual(carried('supply', 'sleeve'))
    expect(
      story()
        .then(out('supply'))
        .ask(carried('supply', 'sleeve', 'moon')),
    ).toEqual({ code: 'JOB_UNKNOWN_TARGET', what: 'part', id: 'moon' })
    expect(story().ask(carried('moon'))).toEqual(refused('JOB_UNKNOWN_TARGET', { what: 'line' }))
  })
})

describe('a hold', () => {
  const state = (hold: string, what: string) => ({ code: 'JOB_HOLD_STATE', hold, needs: what })
  it('is released where it holds, and fastened where it does not', () => {
    expect(new Story().ask(released('clip') as JobCommand)).toEqual(released('clip'))
    expect(new Story().ask(fastened('clip') as JobCommand)).toEqual(state('clip', 'released'))
    expect(new Story().then(released('clip')).ask(released('clip') as JobCommand)).toEqual(state('clip', 'fastened'))
    expect(new Story().then(released('clip')).ask(fastened('clip') as JobCommand)).toEqual(fastened('clip'))
    expect(new Story().all(released('clip'), fastened('clip')).ask(released('clip') as JobCommand)).toEqual(released('clip'))
    expect(new Story().ask(released('moon') as JobCommand)).toEqual(refused('JOB_UNKNOWN_TARGET', { what: 'hold' }))
  })
  it('holds nothing that lies beside the car', () => {
    const story = () => new Story().all(released('clip'), out('supply'))
    expect(story().ask(fastened('clip') as JobCommand)).toEqual(needs('supply', 'laid-in'))
    expect(
      story()
        .then(laid('supply'))
        .ask(fastened('clip') as JobCommand),
    ).toEqual(fastened('clip'))
    // The other line that it carries may still be out.
    expect(new Story().all(released('clip'), out('return')).ask(fastened('clip') as JobCommand)).toEqual(fastened('clip'))
  })
  it('that the part in the car does without is not there', () => {
    const story = whole(...everyEnd, out('supply'), out('return'))
    expect(story.ask(released('clip') as JobCommand)).toEqual(released('clip'))
    expect(story.then(laid('supply')).ask(released('clip') as JobCommand)).toEqual(refused('JOB_UNKNOWN_TARGET'))
  })
})
