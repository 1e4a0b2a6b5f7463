import { describe, expect, it } from 'vitest'
import { pocketCar, pocketSheet, Story } from '../../../tests/helpers/pocketCar'
import type { Hold, Joint, Line, Operation, Way } from '../../sheet/types'
import { coveredBy, dueBehind } from './behind'
import type { JobBody } from '../types'

const way = (...needs: string[][]): Way => ({ ...pocketSheet.joints[1]!.ways[0]!, needs })
const change = <T extends { id: string }>(items: readonly T[], id: string, more: Partial<T>): T[] =>
  items.map(item => (item.id === id ? { ...item, ...more } : item))
const withJoint = (id: string, more: Partial<Joint>) => pocketCar({ joints: change(pocketSheet.joints, id, more) })
const withLine = (id: string, more: Partial<Line>) => pocketCar({ lines: change(pocketSheet.lines, id, more) })
const open = (joint: string): JobBody => ({ type: 'jointOpened', joint })
const off = (operation: string): JobBody => ({ type: 'operationOff', operation, fasteners: [] })
const on = (operation: string): JobBody => ({ type: 'operationOn', operation, fasteners: [] })
const behind = (part: string, story: Story) => dueBehind(story.resolved, story.state, part)
const kinds = (part: string, story: Story) => behind(part, story).map(({ kind }) => kind)

describe('what a part covers', () => {
  it('is reached no other way, or hidden by it', () => {
    expect(coveredBy(pocketCar(), 'shield')).toEqual({ joints: ['near'], holds: ['clip'] })
    expect(coveredBy(pocketCar(), 'belt')).toEqual({ joints: [], holds: [] })
    // A second way past it covers nothing; one that leads through it all the same does.
    expect(coveredBy(withJoint('near', { hiddenBy: [], ways: [way(['shield']), way()] }), 'shield').joints).toEqual([])
    expect(coveredBy(withJoint('near', { hiddenBy: [], ways: [way(['shield']), way(['pan'])] }), 'shield').joints).toEqual(['near'])
    expect(coveredBy(withJoint('near', { hiddenBy: [], ways: [way(['shield', 'belt'])] }), 'shield').joints).toEqual([])
    expect(coveredBy(withJoint('far', { hiddenBy: ['shield'] }), 'shield').joints).toEqual(['near', 'far'])
    expect(coveredBy(withJoint('near', { hiddenBy: [], ways: [] }), 'shield').joints).toEqual([])
  })
})

describe('due behind a part that goes on', () => {
  it('the work at a joint nobody reaches any more, and the look it hides', () => {
    const story = () => new Story().all(off('shield'), open('near'), open('far'))
    expect(behind('shield', story()).map(owed => [owed.kind, 'joint' in owed && owed.joint])).toEqual([
      ['sealed', 'near'],
      ['seated', 'near'],
      ['tight', 'near'],
      ['leak-look', 'near'],
    ])
    expect(kinds('belt', story())).toEqual([])
    expect(kinds('shield', story().then({ type: 'jointSeated', joint: 'near', proofs: [] }))).toEqual(['sealed', 'tight', 'leak-look'])
    // Reached through it, and in sight all the same.
    const seen = new Story(withJoint('near', { hiddenBy: [] })).all(off('shield'), open('near'))
    expect(kinds('shield', seen)).toEqual(['sealed', 'seated', 'tight'])
  })
  it('a leak nobody has found the source of', () => {
    const leaks = new Story().all(off('shield'), open('near'), { type: 'leakChecked', joint: 'near', result: 'weeping' })
    expect(kinds('shield', leaks)).toEqual(['sealed', 'seated', 'tight', 'leak-look', 'leak-source'])
  })
  it('a hold that is loose or not torqued', () => {
    const holds = change<Hold>(pocketSheet.holds, 'bracket', { ways: [way(['shield'])] })
    const story = () => new Story(pocketCar({ holds })).all(off('shield'))
    const released = (hold: string): JobBody => ({ type: 'holdReleased', hold })
    const fastened = (hold: string): JobBody => ({ type: 'holdFastened', hold })
    expect(behind('shield', story().then(released('clip')))).toMatchObject([{ kind: 'held', hold: 'clip' }])
    expect(behind('shield', story().all(released('bracket'), fastened('bracket')))).toMatchObject([
      { kind: 'tightened', target: 'bracket' },
    ])
    expect(kinds('belt', story().then(released('clip')))).toEqual([])
    // Another one, in the open.
    expect(kinds('shield', new Story().all(off('shield'), released('bracket')))).toEqual([])
    expect(kinds('shield', new Story().all(off('shield'), released('bracket'), fastened('bracket')))).toEqual([])
    // A part whose own bolts are due is not behind itself.
    expect(kinds('shield', new Story().all(off('shield'), on('shield')))).toEqual([])
  })
  it('a line that goes in through there; one that is still to come out does not wait', () => {
    const car = withLine('supply', { withdraw: [way(['shield'])] })
    const story = new Story(car).all(off('shield'), { type: 'lineOut', line: 'supply' }, { type: 'lineOut', line: 'return' })
    expect(behind('shield', story)).toMatchObject([{ kind: 'line', line: 'supply', needs: 'in' }])
    expect(kinds('shield', new Story(car).then(off('shield')))).toEqual([])
    expect(kinds('belt', story)).toEqual([])
  })
  it('a part further in that is off', () => {
    const story = new Story().all(off('shield'), off('pan'), off('belt'))
    expect(behind('shield', story)).toMatchObject([{ kind: 'back-on', operation: 'pan' }])
    const other = change<Operation>(pocketSheet.operations, 'pan', { needs: [['shield', 'belt']] })
    expect(kinds('shield', new Story(pocketCar({ operations: other })).all(off('shield'), off('pan')))).toEqual([])
  })
  it('the look at a part further in, where this one may stay off while the engine runs', () => {
    const story = () => new Story().all(off('shield'), off('pan'), on('pan'))
    expect(behind('shield', story())).toMatchObject([{ kind: 'part-look', operation: 'pan' }])
    expect(kinds('belt', story())).toEqual([])
    const needed = change<Operation>(pocketSheet.operations, 'shield', { engineMayRun: false })
    expect(kinds('shield', new Story(pocketCar({ operations: needed })).all(off('shield'), off('pan'), on('pan')))).toEqual([])
  })
  it('nothing of the car as a whole', () => {
    const story = new Story().all(off('shield'), { type: 'carMoved', to: 'raised' }, { type: 'ranDry' })
    expect(kinds('shield', story)).toEqual([])
  })
})
