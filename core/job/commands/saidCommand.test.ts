import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { oldOutTick, saidCommand, type Said } from './saidCommand'
import type { JobCommand } from '../types'

const nothing: Said = { counts: [], ticked: [], why: '', torques: [], how: 'measured' }
const step = { kind: 'torque', target: 'upper' } as Parameters<typeof saidCommand>[1]
const said = (plain: JobCommand, part: Partial<Said>, more: { asked?: boolean[]; asksWhich?: boolean; kind?: string } = {}) =>
  saidCommand(
    plain,
    { ...step, ...(more.kind && { kind: more.kind as never }) },
    { ...nothing, ...part },
    { asked: more.asked ?? [], asksWhich: more.asksWhich ?? false },
  )
const amount = { value: 0.5, unit: 'L' } as const
const torque = { how: 'wrench', entered: { value: 18, unit: 'N.m' } } as const

describe('a step is not recorded before it is said', () => {
  const plains: [string, JobCommand][] = [
    ['received', { type: 'partReceived', line: 'a' } as never],
    ['torqued', { type: 'jointTorqued', joint: 'upper' } as never],
    ['caught', { type: 'fluidCaught' } as never],
    ['added', { type: 'fluidAdded' } as never],
    ['drawn off', { type: 'fluidExtracted' } as never],
    ['cleared', { type: 'clearanceProved', line: 'a' } as never],
    ['moved over', { type: 'carriedOver', line: 'a', items: ['bracket', 'clip'] } as never],
    ['bled', { type: 'roundBled' } as never],
    ['read', { type: 'levelRead' } as never],
    ['looked at', { type: 'leakChecked', joint: 'upper' } as never],
    ['tested', { type: 'tested' } as never],
    ['driven', { type: 'roadTested' } as never],
    ['traced', { type: 'airTraced' } as never],
  ]
  it.each(plains)('%s', (_, plain) => expect(said(plain, {})).toBeUndefined())
  it('nor from half of it: ticks that are missing, groups without their torque, white space for a reason', () => {
    expect(said({ type: 'carriedOver', line: 'a', items: ['bracket', 'clip'] } as never, { ticked: ['clip'] })).toBeUndefined()
    const tightened = { type: 'tightened', thing: 'operation', target: 'a' } as never
    expect(said(tightened, { torques: [torque, undefined, undefined] }, { asked: [true, false, true] })).toBeUndefined()
    expect(said({ type: 'airTraced' } as never, { why: '  ' })).toBeUndefined()
    expect(said({ type: 'jointOpened', joint: 'upper' } as never, { why: ' ' }, { kind: 'mend' })).toBeUndefined()
    expect(said({ type: 'fluidAdded' } as never, { amount }, { asksWhich: true })).toBeUndefined()
  })
})

describe('what was said, and nothing else, is what is recorded', () => {
  it('what differs goes on record only with "no"', () => {
    const plain = { type: 'partReceived', line: 'a' } as never
    expect(said(plain, { agrees: 'yes', why: 'typed and thought better of' })).toMatchObject({ agrees: true, differs: undefined })
    expect(said(plain, { agrees: 'no', why: 'longer' })).toMatchObject({ agrees: false, differs: 'longer' })
  })
  it('a note of a test that went well is not kept', () => {
    expect(said({ type: 'tested' } as never, { result: 'good', why: 'spongy' })).not.toHaveProperty('note')
    expect(said({ type: 'tested' } as never, { result: 'not-good', why: 'spongy' })).toMatchObject({ note: 'spongy' })
  })
  it('seals and the old ones are told apart; a part without seals gets none', () => {
    expect(said({ type: 'sealFitted', joint: 'upper' } as never, { ticked: ['ring', oldOutTick] })).toMatchObject({
      seals: ['ring'],
      oldOut: true,
    })
    expect(said({ type: 'operationOn', operation: 'a' } as never, { counts: [2], ticked: ['ring'] })).not.toHaveProperty('seals')
  })
  it('torques stand beside the groups that ask for one, and null beside the others', () => {
    const tightened = { type: 'tightened', thing: 'operation', target: 'a' } as never
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 1, maxLength: 6 }), asked => {
        const command = said(tightened, { torques: asked.map(() => torque) }, { asked }) as unknown as { torques: unknown[] }
        expect(command.torques).toEqual(asked.map(is => (is ? torque : null)))
      }),
    )
  })
  it('fluid that is not said to be the drained one is new', () => {
    expect(said({ type: 'fluidAdded' } as never, { amount, which: 'new' }, { asksWhich: true })).not.toHaveProperty('drained')
    expect(said({ type: 'fluidAdded' } as never, { amount, which: 'drained' }, { asksWhich: true })).toMatchObject({ drained: true })
  })
  it('a look at a leak that comes from elsewhere is a trace, not an opening', () => {
    const opened = { type: 'jointOpened', joint: 'upper' } as never
    expect(said(opened, {})).toEqual(opened)
    expect(said(opened, { why: 'from the pan' }, { kind: 'mend' })).toEqual({ type: 'leakTraced', joint: 'upper', note: 'from the pan' })
  })
})
