import { taskKey } from '../plan/tasks/taskKinds'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PlayedJob, allDemoSheets, demoCar, demoSheet } from '../../tests/helpers/demo'
import { seizedPath, remedies } from '../fittings/seizedPath'
import { listTools } from '../kit/listTools'
import { resolveSheet, type ResolvedSheet } from '../sheet/resolveSheet'
import { checkTorque } from '../torque/checkTorque'
import { nextInHeadroom } from '../torque/nextInHeadroom'
import { millimetres, newtonMetres } from '../units/types'
import { countBack, fastenerLedger } from './state/fastenerLedger'
import { leakDoubt } from './state/jointStatus'
import type { JobCommand } from './types'
import { listDue } from './owed/obligations'
import { runningTimers } from './state/timer'

const one = demoCar('one')
const carOf = (id: string): ResolvedSheet => {
  const sheet = allDemoSheets().find(candidate => candidate.id === id)!
  const resolution = resolveSheet(sheet, {
    family: sheet.applies[0]!.families[0]!,
    engine: sheet.applies[0]!.engines?.[0],
    year: sheet.applies[0]!.years?.[0],
    traits: {},
  })
  if (resolution.applies !== 'yes') throw new Error(id)
  return resolution.resolved
}
const barsAt = (resolved: ResolvedSheet, joint: string, scope = resolved.lines.map(line => line.id)) =>
  Object.fromEntries(
    seizedPath(
      resolved,
      resolved.joints.find(candidate => candidate.id === joint)!,
      scope,
    ).map(step => [step.remedy, step.barred]),
  )

describe('a seized joint', () => {
  it('heat stays away from hoses and brake fluid, cutting from lines that stay and joints without a nut', () => {
    const brake = carOf('wherry-rear-brake')
    const hard = brake.joints.find(joint => joint.id === 'wheel-joint')!
    expect(barsAt(brake, hard.id)).toMatchObject({ soak: undefined, heat: 'brake-fluid-burns', 'cut-close': undefined })
    expect(barsAt(brake, hard.id, [])['cut-close']).toBe('line-stays')
    expect(barsAt(one, 'gearbox-out-joint')).toMatchObject({ heat: 'plastic-or-hose', 'cut-close': 'no-nut', 'free-bracket': undefined })
    expect(seizedPath(one, one.joints[0]!, ['supply']).map(step => step.remedy)).toEqual([...remedies])
  })

  it('is recorded while it is shut, and survives its opening', () => {
    const played = new PlayedJob(one).plan(['supply']).workUntil('open')
    played.do({ type: 'jointSeized', joint: 'gearbox-out-joint', remedy: 'soak' }).do({ type: 'timerStarted', timer: 'soak', minutes: 15 })
    expect(played.try({ type: 'jointSeized', joint: 'gearbox-out-joint', remedy: 'heat' })).toMatchObject({
      code: 'JOB_REMEDY_BARRED',
      because: 'plastic-or-hose',
    })
    expect(played.try({ type: 'jointSeized', joint: 'nothing', remedy: 'soak' })).toMatchObject({ code: 'JOB_UNKNOWN_TARGET' })
    expect(runningTimers(played.state!, played.steps()).map(timer => timer.timer)).toEqual(['soak'])
    played.workUntil('cap')
    expect(runningTimers(played.state!, played.steps())).toEqual([])
    expect(played.state!.joints['gearbox-out-joint']).toMatchObject({ opened: {}, seized: [{ remedy: 'soak' }] })
    expect(played.try({ type: 'jointSeized', joint: 'gearbox-out-joint', remedy: 'soak' })).toMatchObject({
      code: 'JOB_JOINT_STATE',
      needs: 'closed',
    })
  })
})

describe('a joint that weeps', () => {
  it('is offered part of what is left in hand, never more, until nothing is left', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        (low, share, width) => {
          const window = { low: newtonMetres(low), high: newtonMetres(low + width) }
          let [value, tries] = [newtonMetres(low + share * width), 0]
          for (let next = nextInHeadroom(value, window); next !== undefined; next = nextInHeadroom(value, window)) {
            expect(next).toBeGreaterThan(value)
            expect(checkTorque(next, window).verdict).toBe('inside')
            value = next
            tries++
          }
          expect(window.high - value).toBeLessThan(0.1)
          expect(tries).toBeLessThan(40)
        },
      ),
    )
    expect(nextInHeadroom(newtonMetres(18.5), { low: newtonMetres(17), high: newtonMetres(20) })).toBeCloseTo(19, 9)
  })

  it('retorqued, it has to be looked at again', () => {
    const played = new PlayedJob(one).plan(['supply']).workUntil('leak')
    played.do({ type: 'leakChecked', joint: 'gearbox-out-joint', result: 'weeping' })
    expect(leakDoubt(played.state!.joints['gearbox-out-joint']!)).toBe('not-dry')
    const again: JobCommand = { type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'wrench', entered: { value: 19, unit: 'N.m' } }
    expect(played.try(again)).toEqual({ code: 'JOB_ENGINE', is: 'running' })
    played.do({ type: 'engineStopped' }).do(again)
    // The nut moved the line and pressed out a drop: felt and wiped again, then the engine; nothing else is asked for once more.
    expect(
      played
        .workUntil('run')
        .events.slice(-2)
        .map(({ body }) => body.type),
    ).toEqual(['clearanceProved', 'cleaned'])
    expect(played.try({ type: 'leakChecked', joint: 'gearbox-out-joint', result: 'dry' })).toMatchObject({ code: 'JOB_TIMER_NOT_STARTED' })
    played.do({ type: 'engineStarted' })
    played.clock += 15 * 60_000
    played.do({ type: 'leakChecked', joint: 'gearbox-out-joint', result: 'dry' })
    expect(leakDoubt(played.state!.joints['gearbox-out-joint']!)).toBeUndefined()
    expect(played.events.filter(event => event.body.type === 'jointTorqued')).toHaveLength(2)
  })
})

describe('the bolt tray', () => {
  it('fills as parts come off and empties as they go back; one bolt short blocks the sign-off', () => {
    const played = new PlayedJob(one).plan(['supply'])
    expect(fastenerLedger(one, played.state!)).toEqual([])
    played.workUntil('open')
    const [shield] = fastenerLedger(one, played.state!)
    const counts = one.operations.find(operation => operation.id === 'undershield')!.fasteners.map(fastener => fastener.count)
    expect(shield).toMatchObject({ operation: 'undershield', mixed: true })
    expect(shield!.wells.map(well => [well.out, well.in, well.state])).toEqual(counts.map(count => [count, undefined, 'off']))
    const out = counts.reduce((sum, count) => sum + count, 0)
    expect(countBack([shield!])).toEqual({ out, back: 0 })
    played.workUntil('on:undershield')
    played.do({ type: 'operationOn', operation: 'undershield', fasteners: counts.map((count, i) => (i === 0 ? count - 1 : count)) })
    expect(fastenerLedger(one, played.state!)[0]!.wells.map(well => well.state)).toEqual(
      counts.map((_, i) => (i === 0 ? 'missing' : 'back')),
    )
    expect(countBack(fastenerLedger(one, played.state!))).toEqual({ out, back: out - 1 })
    expect(listDue(one, played.state!).map(item => item.kind)).toContain('counted')
    played.do({ type: 'fastenersCounted', operation: 'undershield', fasteners: counts })
    expect(fastenerLedger(one, played.state!)[0]!.wells.every(well => well.state === 'back')).toBe(true)
    expect(listDue(one, played.state!).map(item => item.kind)).not.toContain('counted')
  })
})

describe('what else is on record', () => {
  it('a decision about a neighbour, a photo, a hand-over to somebody else', () => {
    const played = new PlayedJob(one).plan(['supply'])
    played.do({ type: 'neighbourDecided', neighbour: 'pan-gasket', choice: 'leave', by: 'customer', found: 'aged' })
    expect(played.try({ type: 'neighbourDecided', neighbour: 'moon', choice: 'now', by: 'customer' })).toMatchObject({
      code: 'JOB_UNKNOWN_TARGET',
      what: 'neighbour',
    })
    played
      .do({
        type: 'photoTaken',
        photo: '00000000-0000-4000-8000-000000000077',
        step: { kind: 'off', target: 'undershield' },
        caption: 'before',
      })
      .do({ type: 'passedOn', to: 'Imke Thorsby' })
    expect(played.state).toMatchObject({
      neighbours: { 'pan-gasket': { choice: 'leave', found: 'aged' } },
      photos: [{ step: { kind: 'off', target: 'undershield' }, caption: 'before' }],
      passedOn: { to: 'Imke Thorsby' },
    })
    expect(played.try({ type: 'passedOn', to: ' ' })).toMatchObject({ code: 'JOB_REASON_NEEDED' })
  })
})

describe('tools before a visit', () => {
  it('one wrench for two hexes that are as good as equal, and what goes on instead of one that is missing', () => {
    const sheet = demoSheet()
    const joints = one.joints.map((joint, i) => ({
      ...joint,
      hex: { ...joint.hex, turn: millimetres(i === 0 ? 15.88 : i === 1 ? 16 : 13) },
    }))
    const resolved = { ...one, joints, sheet: { ...sheet, joints } }
    const visit = {
      at: 'raised' as const,
      tasks: joints.map(joint => ({
        id: taskKey('open', joint.id),
        kind: 'open' as const,
        target: joint.id,
        phase: 'line' as const,
        minutes: 1,
        priority: 1,
        after: [],
      })),
    }
    const [tools] = listTools(resolved, [visit], ['13 mm', 'welding gas'])
    expect(tools!.merged).toEqual([{ hex: 15.88, by: 16 }])
    expect(tools!.hexes).not.toContain(15.88)
    expect(tools!.lacking).toEqual([{ tool: '13 mm' }])
    expect(listTools(resolved, [visit], ['16 mm'])[0]!.lacking).toEqual([{ tool: '16 mm' }])
    expect(listTools(resolved, [visit], ['5/8 in'])[0]!.lacking).toEqual([{ tool: '5/8 in', instead: '16 mm' }])
  })
})
