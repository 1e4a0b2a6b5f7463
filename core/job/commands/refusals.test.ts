import { describe, expect, it } from 'vitest'
import { PlayedJob, demoCar, lead, technician } from '../../../tests/helpers/demo'

import type { JobCommand } from '../types'

const one = demoCar('one')
const planned = () => new PlayedJob(one).plan()

describe('decide refuses', () => {
  const cases: [
    name: string,
    code: string,
    command: (played: PlayedJob) => JobCommand,
    until: string | undefined,
    prepare: (played: PlayedJob) => unknown,
  ][] = [
    [
      'torque above the window',
      'JOB_TORQUE_OUTSIDE',
      () => ({ type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'wrench', entered: { value: 21, unit: 'N.m' } }),
      'torque',
      () => {},
    ],
    [
      'torque below the window, in the other unit',
      'JOB_TORQUE_OUTSIDE',
      () => ({ type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'wrench', entered: { value: 12, unit: 'lbf.ft' } }),
      'torque',
      () => {},
    ],
    [
      'a lead without a reason',
      'JOB_REASON_NEEDED',
      () => ({ type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'wrench', entered: { value: 21, unit: 'N.m' } }),
      'torque',
      played => void (played.person = lead),
    ],
    [
      'a torque that cannot be',
      'JOB_QUANTITY_RANGE',
      () => ({ type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'wrench', entered: { value: 18000, unit: 'N.m' } }),
      'torque',
      () => {},
    ],
    [
      'torque without a number',
      'JOB_TORQUE_NEEDED',
      () => ({ type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'wrench' }),
      'torque',
      () => {},
    ],
    [
      'torque before seating',
      'JOB_JOINT_STATE',
      () => ({ type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'wrench', entered: { value: 18, unit: 'N.m' } }),
      'seat',
      () => {},
    ],
    [
      'seating without proof',
      'JOB_PROOF_MISSING',
      () => ({ type: 'jointSeated', joint: 'gearbox-out-joint', proofs: ['hand-start'] }),
      'seat',
      () => {},
    ],
    [
      'seating before new seals',
      'JOB_JOINT_STATE',
      () => ({ type: 'jointSeated', joint: 'gearbox-out-joint', proofs: ['hand-start', 'bottomed'] }),
      'seals',
      played => played.do({ type: 'lineIn', line: 'supply' }),
    ],
    [
      'a one-time seal reused',
      'JOB_SEAL_MISSING',
      () => ({ type: 'sealFitted', joint: 'gearbox-out-joint', seals: [], oldOut: true }),
      'seals',
      () => {},
    ],
    [
      'two O-rings in one bore',
      'JOB_OLD_SEAL',
      () => ({ type: 'sealFitted', joint: 'gearbox-out-joint', seals: ['gearbox-out-joint-orings'], oldOut: false }),
      'seals',
      () => {},
    ],
    ['opening twice', 'JOB_JOINT_STATE', () => ({ type: 'jointOpened', joint: 'radiator-out-joint-short' }), 'cap', () => {}],
    ['capping what is closed', 'JOB_JOINT_STATE', () => ({ type: 'jointCapped', joint: 'gearbox-out-joint' }), 'open', () => {}],
    [
      'a part taken off twice',
      'JOB_OPERATION_STATE',
      () => ({ type: 'operationOff', operation: 'radiator-cover', fasteners: [4] }),
      'open',
      () => {},
    ],
    [
      'a part put back that is on',
      'JOB_OPERATION_STATE',
      () => ({ type: 'operationOn', operation: 'undershield', fasteners: [6, 2, 2] }),
      'open',
      () => {},
    ],
    [
      'a fastener group not counted',
      'JOB_FASTENER_GROUPS',
      () => ({ type: 'operationOff', operation: 'undershield', fasteners: [6] }),
      'open',
      () => {},
    ],
    ['a line out with its ends closed', 'JOB_LINE_STATE', () => ({ type: 'lineOut', line: 'supply' }), 'open', () => {}],
    ['a line out that is still held', 'JOB_LINE_STATE', () => ({ type: 'lineOut', line: 'supply' }), 'release:sump-clip-supply', () => {}],
    ['a hold released twice', 'JOB_HOLD_STATE', () => ({ type: 'holdReleased', hold: 'shroud-clip-short' }), 'withdraw', () => {}],
    ['running without the intake', 'JOB_GATE', () => ({ type: 'engineStarted' }), 'on:air-intake', () => {}],
    ['running over a loose joint', 'JOB_GATE', () => ({ type: 'engineStarted' }), 'torque:gearbox-in-joint-short', () => {}],
    ['running without fluid', 'JOB_GATE', () => ({ type: 'engineStarted' }), 'fill', () => {}],
    ['starting what runs', 'JOB_ENGINE', () => ({ type: 'engineStarted' }), 'level', () => {}],
    ['stopping what stands', 'JOB_ENGINE', () => ({ type: 'engineStopped' }), 'open', () => {}],
    ['the lift while the engine runs', 'JOB_ENGINE', () => ({ type: 'carMoved', to: 'ground' }), 'level', () => {}],
    [
      'a cover off while the engine runs',
      'JOB_ENGINE',
      () => ({ type: 'operationOff', operation: 'radiator-cover', fasteners: [4] }),
      'level',
      () => {},
    ],
    ['driving a car that is on the lift', 'JOB_GATE', () => ({ type: 'roadTested', result: 'good' }), 'stop', () => {}],
    [
      'a joint by feel',
      'JOB_BY_FEEL',
      () => ({ type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'feel' }),
      'torque:gearbox-out-joint',
      () => {},
    ],
    [
      'a turn the sheet does not state',
      'JOB_BY_FEEL',
      () => ({ type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'turn' }),
      'torque:gearbox-out-joint',
      () => {},
    ],
    [
      'by feel, by a lead without a reason',
      'JOB_REASON_NEEDED',
      () => ({ type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'feel' }),
      'torque:gearbox-out-joint',
      played => void (played.person = lead),
    ],
    [
      'one group of fasteners not torqued',
      'JOB_TORQUE_NEEDED',
      () => ({
        type: 'tightened',
        thing: 'operation',
        target: 'undershield',
        torques: [{ how: 'wrench', entered: { value: 24, unit: 'N.m' } }, null, null],
      }),
      'tighten:undershield',
      () => {},
    ],
    [
      'too few torques',
      'JOB_TORQUE_GROUPS',
      () => ({ type: 'tightened', thing: 'operation', target: 'undershield', torques: [null] }),
      'tighten:undershield',
      () => {},
    ],
    [
      'a torque on what is off',
      'JOB_THING_STATE',
      () => ({ type: 'tightened', thing: 'operation', target: 'undershield', torques: [null, null, null] }),
      'open:gearbox-out-joint',
      () => {},
    ],
    [
      'an operation’s torque said of a hold',
      'JOB_UNKNOWN_TARGET',
      () => ({ type: 'tightened', thing: 'hold', target: 'undershield', torques: [null] }),
      'tighten:undershield',
      () => {},
    ],
    [
      'what is bled nowhere',
      'JOB_UNKNOWN_TARGET',
      () => ({ type: 'roundBled', bleeder: 'nowhere', saw: 'clear', toppedUp: true }),
      'run',
      () => {},
    ],
    ['the pedal where the engine makes the pressure', 'JOB_NO_PRESSURE', () => ({ type: 'pressureHeld' }), 'run', () => {}],
    ['a line that is out, felt along', 'JOB_LINE_STATE', () => ({ type: 'clearanceProved', line: 'supply' }), 'compare', () => {}],
    ['a hold fastened around nothing', 'JOB_LINE_STATE', () => ({ type: 'holdFastened', hold: 'sump-clip-supply' }), 'compare', () => {}],
    [
      'opening over a part that differs',
      'JOB_GATE',
      () => ({ type: 'jointOpened', joint: 'radiator-out-joint-short' }),
      'open',
      played => played.do({ type: 'partReceived', line: 'supply', against: 'sheet', agrees: false, differs: 'shorter' }),
    ],
    [
      'taking back what somebody else has said',
      'JOB_UNDO_OTHERS',
      played => ({ type: 'stepUndone', reverts: [played.events.at(-1)!.id] }),
      'open',
      played => void (played.person = { ...technician, id: '00000000-0000-4000-8000-00000000000c', name: 'Oda' }),
    ],
    [
      'a leak check before its time',
      'JOB_TIMER_RUNNING',
      () => ({ type: 'leakChecked', joint: 'gearbox-out-joint', result: 'dry' }),
      'level',
      () => {},
    ],
    [
      'a leak check before the engine ran',
      'JOB_TIMER_NOT_STARTED',
      () => ({ type: 'leakChecked', joint: 'gearbox-out-joint', result: 'dry' }),
      'run',
      () => {},
    ],
    [
      'a level read cold',
      'JOB_LEVEL_TEMPERATURE',
      () => ({ type: 'levelRead', level: 'level-plug', temperature: { value: 68, unit: 'degF' }, engine: 'idling', reading: 'at' }),
      'level',
      () => {},
    ],
    [
      'a level read with the engine off',
      'JOB_LEVEL_ENGINE',
      () => ({ type: 'levelRead', level: 'level-plug', temperature: { value: 40, unit: 'degC' }, engine: 'off', reading: 'at' }),
      'level',
      () => {},
    ],
    [
      'more fluid than a car holds',
      'JOB_QUANTITY_RANGE',
      () => ({ type: 'fluidAdded', entered: { value: 400, unit: 'L' }, how: 'measured' }),
      'fill',
      () => {},
    ],
    [
      'skipping a proof',
      'JOB_STEP_NOT_SKIPPABLE',
      () => ({ type: 'stepSkipped', step: { kind: 'leak', target: 'gearbox-out-joint' }, reason: 'in a hurry' }),
      'leak',
      () => {},
    ],
    [
      'skipping without a reason',
      'JOB_REASON_NEEDED',
      () => ({ type: 'stepSkipped', step: { kind: 'road-test', target: 'x' }, reason: ' ' }),
      'road-test',
      () => {},
    ],
    [
      'dropping a line that is replaced',
      'JOB_LINE_REPLACED',
      () => ({ type: 'planned', inputs: { lines: ['supply'], start: 'ground' } }),
      'fill',
      () => {},
    ],
    [
      'a line this car does not have',
      'JOB_ACCESS',
      () => ({ type: 'planned', inputs: { lines: ['link'], start: 'ground' } }),
      'open',
      () => {},
    ],
    [
      'work while paused',
      'JOB_PAUSED',
      () => ({ type: 'jointOpened', joint: 'gearbox-out-joint' }),
      'open',
      played => played.do({ type: 'paused', reason: 'parts' }),
    ],
    [
      'work by the desk',
      'JOB_ROLE',
      () => ({ type: 'jointOpened', joint: 'gearbox-out-joint' }),
      'open',
      played => void (played.person = { ...technician, role: 'desk' }),
    ],
    ['an unknown joint', 'JOB_UNKNOWN_TARGET', () => ({ type: 'jointOpened', joint: 'constructor' }), 'open', () => {}],
    ['handing over before sign-off', 'JOB_NOT_SIGNED_OFF', () => ({ type: 'handedOver', to: 'customer' }), undefined, () => {}],
    [
      'work after sign-off',
      'JOB_SIGNED_OFF',
      () => ({ type: 'jointOpened', joint: 'gearbox-out-joint' }),
      undefined,
      played => played.do({ type: 'signedOff' }),
    ],
    [
      'a differing part without words',
      'JOB_REASON_NEEDED',
      () => ({ type: 'partReceived', line: 'supply', against: 'sheet', agrees: false }),
      'receive',
      () => {},
    ],
    ['resuming what runs', 'JOB_NOT_PAUSED', () => ({ type: 'resumed' }), 'open', () => {}],
  ]
  it.each(cases)('%s: %s', (_name, code, command, until, prepare) => {
    const played = planned().workUntil(until)
    prepare(played)
    const before = played.state
    expect(played.try(command(played))).toMatchObject({ code })
    expect(played.state).toBe(before)
  })

  it('an engine over wet joints', () => {
    const played = planned().workUntil('wipe:raised')
    expect(played.try({ type: 'engineStarted' })).toMatchObject({ code: 'JOB_GATE', gate: 'run', due: [{ kind: 'wiped' }] })
  })
})

describe('outside the window', () => {
  it('a lead accepts with a reason, and then only a lead signs off', () => {
    const played = planned().workUntil('torque')
    played.person = lead
    played.do({
      type: 'jointTorqued',
      joint: 'gearbox-out-joint',
      how: 'wrench',
      entered: { value: 21, unit: 'N.m' },
      reason: 'wept at 20, block is steel',
    })
    played.person = technician
    played.workUntil()
    expect(played.try({ type: 'signedOff' })).toMatchObject({ code: 'JOB_LEAD_SIGNS', joints: ['gearbox-out-joint'] })
    played.person = lead
    expect(played.try({ type: 'signedOff' })).toBeUndefined()
  })

  it('an adapter’s setting counts as what reaches the fitting', () => {
    const played = planned().workUntil('torque')
    const set = (value: number) =>
      played.try({
        type: 'jointTorqued',
        joint: 'gearbox-out-joint',
        how: 'adapter',
        entered: { value, unit: 'N.m' },
        adapter: { wrench: 300 as never, extension: 60 as never, angle: 0 },
      })
    expect(set(18.5)).toMatchObject({ code: 'JOB_TORQUE_OUTSIDE' })
    expect(set(15.5)).toBeUndefined()
    expect(played.state!.joints['gearbox-out-joint']!.torqued!.torque).toBeCloseTo(18.6, 9)
  })
})
