import { describe, expect, it } from 'vitest'
import { PlayedJob, demoCar, planOf, lead } from '../../../tests/helpers/demo'
import { buildRecord } from './buildRecord'
import { listSteps } from '../steps/listSteps'
import { plainCommand } from '../commands/plainCommand'

const one = demoCar('one')
const record = (played: PlayedJob) => buildRecord(one, played.state!, played.events)

describe('buildRecord', () => {
  it('keeps corrections on record and counts what holds', () => {
    const played = new PlayedJob(one).plan(['supply']).workUntil('torque')
    played.do({ type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'wrench', entered: { value: 17.5, unit: 'N.m' } })
    const wrong = played.events.at(-1)!
    played.do({ type: 'stepUndone', reverts: [wrong.id] })
    played.do({ type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'wrench', entered: { value: 13.5, unit: 'lbf.ft' } })
    const { torques, events, lines, leftAlone } = record(played)
    expect(torques).toHaveLength(1)
    expect(torques[0]).toMatchObject({ entered: { value: 13.5, unit: 'lbf.ft' }, verdict: 'inside' })
    expect(events.filter(event => event.body.type === 'jointTorqued')).toHaveLength(2)
    expect(lines.map(line => [line.id, line.part])).toEqual([['supply', 'QS-71406-A']])
    expect(leftAlone.map(line => line.id)).toEqual(['return-short'])
  })

  it('a joint done by feel says so and claims no torque', () => {
    const played = new PlayedJob(one).plan(['supply']).workUntil('torque')
    played.person = lead
    played.do({ type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'feel', reason: 'no wrench reaches' })
    expect(record(played).torques[0]).toMatchObject({
      how: 'feel',
      verdict: 'not-measured',
      newtonMetres: undefined,
      poundFeet: undefined,
      reason: 'no wrench reaches',
    })
  })

  it('balances what was entered in two units, and what nobody measured stays unknown', () => {
    const played = new PlayedJob(one).plan(['supply'])
    expect(record(played).balance).toEqual({ out: undefined, in: 0, owed: undefined })
    played
      .do({ type: 'fluidCaught', entered: { value: 1, unit: 'qt' }, how: 'measured' })
      .do({ type: 'fluidAdded', entered: { value: 0.5, unit: 'L' }, how: 'measured' })
    const { balance, fluids } = record(played)
    expect(balance.owed).toBeCloseTo(446.35, 2)
    expect(fluids.map(fluid => [fluid.kind, fluid.entered.unit])).toEqual([
      ['caught', 'qt'],
      ['added', 'L'],
    ])
  })

  it('names what was left out with its reason, notes, and what is missing until sign-off', () => {
    const played = new PlayedJob(one).plan(['supply']).workUntil('road-test')
    played
      .do({ type: 'stepSkipped', step: { kind: 'road-test', target: played.resolved.sheet.id }, reason: 'no plates' })
      .do({ type: 'noteWritten', text: 'clip was brittle' })
    expect(record(played)).toMatchObject({
      skipped: [{ step: { kind: 'road-test' }, reason: 'no plates' }],
      notes: [{ text: 'clip was brittle' }],
      missing: [],
      signedOff: undefined,
    })
    expect(played.try({ type: 'signedOff' })).toBeUndefined()
    expect(record(played).signedOff).toMatchObject({ by: 'Rafe Undal' })
  })

  it('reopened by a lead, it is unsigned again and says why', () => {
    const played = new PlayedJob(one).plan(['supply']).workUntil().do({ type: 'signedOff' })
    expect(played.try({ type: 'reopened', why: 'weep at the radiator' })).toMatchObject({ code: 'JOB_ROLE' })
    played.person = { ...played.person, role: 'lead' }
    played.do({ type: 'reopened', why: 'weep at the radiator' })
    expect(record(played).signedOff).toBeUndefined()
    expect(played.events.at(-1)!.body).toMatchObject({ why: 'weep at the radiator' })
  })
})

describe('listSteps', () => {
  it('puts a move wherever the car has to stand elsewhere, and brings it down at the end', () => {
    const played = new PlayedJob(one).plan(['supply'])
    expect(
      played
        .steps()
        .filter(step => step.kind === 'move')
        .map(step => step.at),
    ).toEqual(['raised', 'ground'])
    const raised = listSteps(one, planOf(one, { lines: ['supply'], start: 'raised' }), 'raised', undefined)
    expect(raised.filter(step => step.kind === 'move').map(step => step.at)).toEqual(['ground'])
    expect(raised.every(step => step.status === 'open')).toBe(true)
  })

  it('a move somebody forgot to press is asked for, whatever has been done meanwhile', () => {
    const played = new PlayedJob(one).plan(['supply']).workUntil('move')
    played.do({ type: 'operationOff', operation: 'undershield', fasteners: [6, 2, 2] })
    expect(played.next()!.kind).toBe('move')
    played.do({ type: 'carMoved', to: 'raised' })
    expect(played.steps().filter(step => step.kind === 'move' && step.at === 'raised')).toMatchObject([{ status: 'done' }])
  })

  it('adding a line in the middle keeps what is done and asks for the rest', () => {
    const played = new PlayedJob(one).plan(['supply']).workUntil('withdraw')
    const done = played
      .steps()
      .filter(step => step.status === 'done' && step.kind !== 'move')
      .map(step => step.id)
    played.plan(['supply', 'return-short'])
    const steps = played.steps()
    for (const id of done) expect(steps.find(step => step.id === id)?.status, id).toBe('done')
    expect(played.next()!.id).toBe('receive:return-short')
    played.workUntil()
    expect(played.try({ type: 'signedOff' })).toBeUndefined()
  })
})

it('plainCommand aims at the middle, expects the likely spill and gives back what was caught', () => {
  const played = new PlayedJob(one).plan(['supply']).workUntil('catch')
  const plain = (kind: string) => played.plainFor(played.steps().find(step => step.kind === kind)!)
  expect(plain('torque')).toMatchObject({ entered: { value: 18.5, unit: 'N.m' } })
  expect(plain('catch')).toMatchObject({ how: 'estimated', entered: { unit: 'mL' } })
  played.do({ type: 'fluidCaught', entered: { value: 330, unit: 'mL' }, how: 'measured' })
  expect(plain('fill')).toMatchObject({ entered: { value: 330, unit: 'mL' } })
  expect(plain('level')).toMatchObject({ temperature: { value: 40, unit: 'degC' }, engine: 'idling', reading: 'at' })
  expect(plainCommand(one, { ...played.steps()[0]!, kind: 'torque', target: 'nothing' }, played.state!, undefined)).toMatchObject({
    how: 'wrench',
  })
})
