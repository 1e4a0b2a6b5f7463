import { expect, it } from 'vitest'
import { PlayedJob, demoCar } from '../../../tests/helpers/demo'
import { countTight, holdsFastened, isWeeping, lastAct, statusOfJoints } from './bayState'
import { lineOfStep } from '../steps/lineOfStep'

const upper = 'gearbox-out-joint'

it('counts joints as tight only when they are, and knows each one’s state', () => {
  const played = new PlayedJob(demoCar('one')).plan(['supply'])
  const joints = played.resolved.joints.filter(joint => joint.line === 'supply')
  expect(countTight(joints, new Set(), undefined)).toEqual({ done: 0, of: 2 })
  played.workUntil('torque')
  expect(countTight(joints, new Set(), played.state)).toEqual({ done: 1, of: 2 })
  played.workUntil('fasten')
  expect(countTight(joints, new Set(), played.state)).toEqual({ done: 2, of: 2 })
  expect(countTight(joints, new Set([upper]), played.state)).toEqual({ done: 1, of: 1 })
  expect(statusOfJoints(joints, played.state)[upper]).toBe('torqued')
})

it('a hold is fastened again, released, or nobody has touched it', () => {
  const played = new PlayedJob(demoCar('one')).plan(['supply']).workUntil('withdraw')
  const released = Object.keys(played.state!.holds)
  expect(released.length).toBeGreaterThan(0)
  expect(holdsFastened(played.state)).toEqual(Object.fromEntries(released.map(hold => [hold, false])))
  played.workUntil('fill')
  expect(Object.values(holdsFastened(played.state))).toEqual(released.map(() => true))
  expect(holdsFastened(undefined)).toEqual({})
})

it('weeps from the look that saw it until somebody has tightened it, and never where it is dry', () => {
  const played = new PlayedJob(demoCar('one')).plan(['supply']).workUntil('leak')
  expect(isWeeping(played.state!.joints[upper])).toBe(false)
  played.do({ type: 'leakChecked', joint: upper, result: 'weeping' })
  expect(isWeeping(played.state!.joints[upper])).toBe(true)
  played.do({ type: 'engineStopped' }).do({ type: 'jointTorqued', joint: upper, how: 'wrench', entered: { value: 19, unit: 'N.m' } })
  expect(isWeeping(played.state!.joints[upper])).toBe(false)
  expect(isWeeping(undefined)).toBe(false)
})

it('what is taken back is the last thing done on the car, not a decision about the job', () => {
  const played = new PlayedJob(demoCar('one')).plan(['supply'])
  expect(lastAct(played.state)).toBeUndefined()
  played.workUntil('off').plan(['supply'])
  expect(lastAct(played.state)!.body.type).not.toBe('planned')
})

it.each([
  ['supply', 'supply'],
  [upper, 'supply'],
  ['fill', 'supply'],
])('a step about %s looks along %s', (target, line) => {
  const resolved = demoCar('one')
  const lines = resolved.lines.filter(candidate => candidate.id === 'supply')
  expect(lineOfStep(resolved, lines, target)?.id).toBe(line)
  expect(lineOfStep(resolved, [], target)).toBeUndefined()
})
