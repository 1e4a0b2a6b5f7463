import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PlayedJob, demoCar } from '../../tests/helpers/demo'
import { isTight, jointStatus } from '../../core/job/state/jointStatus'
import { axisTicks, placeLabels, textWidth } from './stripLayout'

describe('placeLabels', () => {
  it('never lets two labels of a row touch, and keeps them on the strip', () => {
    const label = fc.record({ x: fc.integer({ min: 0, max: 1000 }), width: fc.integer({ min: 20, max: 300 }) })
    fc.assert(
      fc.property(fc.array(label, { maxLength: 12 }), labels => {
        const placed = placeLabels(
          labels.map((item, i) => ({ ...item, id: String(i) })),
          { width: 1000 },
        )
        for (const a of placed) {
          expect(a.left >= 0 && a.left + a.width <= 1000).toBe(true)
          for (const b of placed)
            if (a.id !== b.id && a.row === b.row) expect(a.left + a.width <= b.left || b.left + b.width <= a.left).toBe(true)
        }
      }),
    )
  })
  it('stays in the first row while there is room', () => {
    expect(
      placeLabels(
        [
          { id: 'a', x: 100, width: 80 },
          { id: 'b', x: 400, width: 80 },
        ],
        { width: 600 },
      ).map(label => [label.left, label.row]),
    ).toEqual([
      [60, 0],
      [360, 0],
    ])
  })
})

it.each([
  [1640, 0.6, [0, 200, 400, 600, 800, 1000, 1200, 1400, 1600]],
  [420, 2.5, [0, 50, 100, 150, 200, 250, 300, 350, 400]],
])('ticks of a %d mm line', (length, scale, ticks) => expect(axisTicks(length, scale)).toEqual(ticks))
it('longer words are wider', () => expect(textWidth('Bracket, cross member', 15)).toBeGreaterThan(textWidth('Bracket', 15)))

it('a joint’s shape fills in as the job goes', () => {
  const played = new PlayedJob(demoCar('one')).plan()
  const joint = played.resolved.joints.find(candidate => candidate.id === 'gearbox-out-joint')!
  const seen: string[] = []
  for (const stop of ['open:gearbox-out-joint', 'cap:gearbox-out-joint', 'withdraw', 'fit', 'torque:gearbox-out-joint', 'run', undefined]) {
    played.workUntil(stop)
    seen.push(jointStatus(joint, played.state!.joints[joint.id]))
  }
  expect(seen).toEqual(['closed', 'open', 'capped', 'sealed', 'seated', 'torqued', 'proved'])
  // Torqued again after its leak check it is tight, and to be looked at again: strip and sign-off say the same.
  played.do({ type: 'jointTorqued', joint: joint.id, how: 'wrench', entered: { value: 19.5, unit: 'N.m' } })
  expect(jointStatus(joint, played.state!.joints[joint.id])).toBe('torqued')
  expect(played.try({ type: 'signedOff' })).toMatchObject({
    code: 'JOB_MISSING',
    items: [{ kind: 'clear' }, { kind: 'wiped' }, { kind: 'leak-look', because: 'disturbed-since' }],
  })
})

it('a joint held by its lock is tight once seated; nothing is tight before', () => {
  const played = new PlayedJob(demoCar('one')).plan(['supply']).workUntil('seat')
  const [flange, clip] = ['gearbox-out-joint', 'radiator-in-joint'].map(id => played.resolved.joints.find(joint => joint.id === id)!)
  const tight = () => [flange, clip].map(joint => isTight(joint!, played.state!.joints[joint!.id]))
  expect(tight()).toEqual([false, false])
  played.workUntil('torque')
  expect(tight()).toEqual([false, true])
  played.workUntil('fasten')
  expect(tight()).toEqual([true, true])
})
