import { describe, expect, it } from 'vitest'
import { PlayedJob, everyDemoCar, sheetOf } from '../../tests/helpers/demo'
import { lookWords } from './recordWords'
import { reachOf, standpointNote, standpointTitle } from './standWords'
import { stepWords } from './stepWords'
import { standpoints } from '../../core/sheet/types'
import { lacksOf } from '../../core/sheet/lacksOf'
import { workedBehind } from '../../core/job/steps/behind'
import { buildRecord } from '../../core/job/record/buildRecord'
import { proofsOf } from '../../core/job/owed/proofsOf'
import type { JobCommand } from '../../core/job/types'

// What reading the demo jobs in the running bay, front to back, showed to be untrue of the car that stood there.

const carOf = (sheet: string) => everyDemoCar().find(car => car.sheet.id === sheet)!
const playedOn = (sheet: string) => new PlayedJob(carOf(sheet)).plan()
const only = <T extends JobCommand['type']>(played: PlayedJob, type: T, change: (body: Extract<JobCommand, { type: T }>) => JobCommand) => {
  for (let guard = 0; guard < 200; guard++) {
    const step = played.next()
    if (!step) return played
    if (step.kind === 'leak') played.clock += 15 * 60_000
    const plain = played.plainFor(step)
    played.do(plain.type === type ? change(plain as Extract<JobCommand, { type: T }>) : plain)
  }
  throw new Error('the plan never ends')
}

describe('a part that takes the place of two lines and the block between them', () => {
  const played = playedOn('fulmar-clutch-line')
  played.workUntil('on')

  it('leaves nothing to look at behind the tray but what is still there', () => {
    const { joints, holds } = workedBehind(played.resolved, played.state!, played.next()!.target)
    expect(played.next()!.target).toBe('battery-tray')
    expect([...joints, ...holds]).not.toEqual(expect.arrayContaining(['damper-in-joint']))
    expect([...joints, ...holds]).not.toEqual(expect.arrayContaining(['damper-bolt']))
    expect(Object.keys(played.state!.joints)).toEqual(expect.arrayContaining(['damper-in-joint', 'damper-out-joint']))
  })

  it('the record says of a joint that is gone that it is gone, not that nobody looked', () => {
    played.workUntil()
    const { joints } = buildRecord(played.resolved, played.state!, played.events)
    const words = Object.fromEntries(joints.map(entry => [entry.joint, lookWords(entry)]))
    expect(words).toEqual({
      'master-joint': 'dry',
      'damper-in-joint': 'not there any more',
      'damper-out-joint': 'not there any more',
      'slave-joint': 'dry',
    })
    expect(lookWords({ leak: undefined })).toBe('not looked at')
  })
})

describe('who holds the pedal', () => {
  it('presses and props it on the ground: nobody is in a car that goes up, and the prop comes out before it is tried', () => {
    const played = playedOn('wherry-clutch-line')
    played.workUntil('press')
    const steps = played.steps().filter(({ status }) => status === 'open')
    expect(steps[0]).toMatchObject({ kind: 'press', at: 'ground' })
    expect(stepWords(steps[0]!, played.resolved.sheet).how).toContain('prop it hard between pedal and seat, get out, then raise the car')
    const moves = steps.filter(step => step.kind === 'move' && step.at !== 'ground')
    expect(moves.length).toBeGreaterThan(0)
    for (const move of moves) expect(stepWords(move, played.resolved.sheet).how).toContain('Nobody in it')
    played.workUntil('test')
    const types = played.events.map(({ body }) => body.type)
    expect(types.lastIndexOf('leakChecked')).toBeLessThan(types.lastIndexOf('pressureLet'))
  })

  it('lets it go before anybody feels how it travels', () => {
    const played = playedOn('skerry-clutch-set')
    const kinds = played.steps().map(({ kind }) => kind)
    expect(kinds.indexOf('level')).toBeGreaterThan(kinds.lastIndexOf('leak'))
  })
})

it('a cold mark that has to be read again after the engine ran is read last, and holds up no look', () => {
  const played = playedOn('wherry-steering-return')
  // Topped up while the wheel was turned with the engine idling: what was read cold before counts no more.
  only(played, 'roundBled', body => ({ ...body, toppedUp: true }))
  const order = played.events.map(({ body }) => body.type)
  expect(order.filter(type => type === 'levelRead')).toHaveLength(2)
  expect(order.lastIndexOf('levelRead')).toBeGreaterThan(order.lastIndexOf('leakChecked'))
  expect(order.indexOf('levelRead')).toBeLessThan(order.indexOf('engineStarted'))
})

it('coolant is read once more when it has run warm and is cold again, after the drive, and is not signed before', () => {
  const played = playedOn('pintle-heater-hoses')
  played.workUntil('road-test')
  played.do({ type: 'roadTested', result: 'good' })
  expect(played.steps().filter(({ status }) => status === 'open')).toMatchObject([{ kind: 'level', target: 'tank-mark' }])
  expect(stepWords(played.next()!, played.resolved.sheet).how).toContain('cold again (best the next morning)')
  expect(played.try({ type: 'signedOff' })).toMatchObject({
    code: 'JOB_MISSING',
    items: [{ kind: 'cold-again', level: 'tank-mark', because: 'not-cold' }],
  })
  played.do({ type: 'levelRead', level: 'tank-mark', engine: 'off', reading: 'below', temperature: { value: 20, unit: 'degC' } })
  expect(played.next()).toMatchObject({ kind: 'level' })
  played.do({ type: 'levelRead', level: 'tank-mark', engine: 'off', reading: 'at', temperature: { value: 20, unit: 'degC' } })
  expect(played.try({ type: 'signedOff' })).toBeUndefined()
})

describe('a line of metal in the place of one with a hose', () => {
  const played = playedOn('petrel-valve-timing-feed')
  const joint = played.resolved.joints[0]!
  it('has no print to run straight; the old one, put back, has', () => {
    expect(played.resolved.lines[0]!.sections.some(({ kind }) => kind === 'hose')).toBe(true)
    expect(proofsOf(played.resolved, played.state!, joint)).toEqual(['hand-start', 'bottomed'])
    const old = { ...played.state!, lines: { feed: { which: 'old' as const } } }
    expect(proofsOf(played.resolved, old, joint)).toEqual(['hand-start', 'untwisted', 'bottomed'])
  })
})

describe('a drain cock', () => {
  it('covers nothing: there is no last chance to see anything before it is shut', () => {
    const played = playedOn('pintle-heater-hoses')
    played.workUntil('on')
    const { target } = played.next()!
    expect(stepWords(played.next()!, played.resolved.sheet)).toMatchObject({ title: 'Shut: Coolant drain', button: 'It is shut' })
    expect(workedBehind(played.resolved, played.state!, target)).toEqual({ joints: [], holds: [] })
  })
})

it('a spring clamp has no hex that anybody could write down', () => {
  const { sheet } = carOf('pintle-heater-hoses')
  const clamped = sheet.joints.filter(({ kind, seals, hex }) => kind === 'clamp' && seals.length > 0 && hex.turn === undefined)
  expect(clamped.length).toBeGreaterThan(0)
  for (const { id } of clamped) expect(lacksOf(sheet, id)?.what ?? []).not.toContain('hex')
})

it('a motorcycle has no hood to open and no wheel opening to reach through; a car has both', () => {
  const motorcycle = sheetOf('plover-clutch-hose')
  const car = sheetOf('petrel-clutch-hose')
  const said = (sheet: typeof car) =>
    [
      reachOf(sheet, 'wheel-left'),
      reachOf(sheet, 'wheel-right'),
      ...standpoints.flatMap(at => [standpointTitle(sheet, at), standpointNote(sheet, at, { side: 'left', axle: 'front' })]),
    ].join(' · ')
  expect(said(motorcycle)).not.toMatch(/hood|opening|bumper|lift|car/i)
  expect(said(car)).toMatch(/Hood up.*bumper.*wheel opening/)
  expect(reachOf(motorcycle, 'above')).toBe(reachOf(car, 'above'))
})

it('nothing rolls on a clutch whose joints nobody has looked at with the lever held', () => {
  const played = playedOn('plover-clutch-hose')
  played.workUntil('leak')
  const tested = played.try({ type: 'tested', test: 'pedal', result: 'good' })
  expect(tested).toBeUndefined()
  const looks = played.resolved.joints.map(({ id }) => expect.objectContaining({ kind: 'leak-look', joint: id }))
  const refused = played.try({ type: 'roadTested', result: 'good' })
  expect(refused).toMatchObject({ code: 'JOB_GATE', gate: 'drive', due: expect.arrayContaining(looks) })
})

describe('a part is tightened as its fasteners lie', () => {
  const { sheet } = carOf('fulmar-cooler-lines')
  const said = (target: string) => stepWords({ kind: 'tighten', target }, sheet).how
  it('one bolt and two terminals have nothing across from them; three in a tray and seven round an edge have', () => {
    expect(said('battery')).not.toContain('rosswise')
    for (const target of ['battery-tray', 'undershield']) expect(said(target)).toContain('Crosswise')
  })
})
