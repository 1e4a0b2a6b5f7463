import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Bench, demoCar } from '../../tests/helpers/demo'
import { isTight, jointStatus } from '../../core/job/jointStatus'
import { createOutbox, type Waiting } from './outbox'
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
  const bench = new Bench(demoCar('one')).plan()
  const joint = bench.resolved.joints.find(candidate => candidate.id === 'gearbox-out-joint')!
  const seen: string[] = []
  for (const stop of ['open:gearbox-out-joint', 'cap:gearbox-out-joint', 'withdraw', 'fit', 'torque:gearbox-out-joint', 'run', undefined]) {
    bench.workUntil(stop)
    seen.push(jointStatus(joint, bench.state!.joints[joint.id]))
  }
  expect(seen).toEqual(['closed', 'open', 'capped', 'sealed', 'seated', 'torqued', 'proved'])
  // Torqued again after its leak check it is tight, and to be looked at again: strip and sign-off say the same.
  bench.do({ type: 'jointTorqued', joint: joint.id, how: 'wrench', entered: { value: 19.5, unit: 'N.m' } })
  expect(jointStatus(joint, bench.state!.joints[joint.id])).toBe('torqued')
  expect(bench.try({ type: 'signedOff' })).toMatchObject({
    code: 'JOB_MISSING',
    items: [{ code: 'MISSING_LEAK_CHECK', because: 'disturbed-since' }],
  })
})

it('a joint held by its lock is tight once seated; nothing is tight before', () => {
  const bench = new Bench(demoCar('one')).plan(['supply']).workUntil('seat')
  const [flange, clip] = ['gearbox-out-joint', 'radiator-in-joint'].map(id => bench.resolved.joints.find(joint => joint.id === id)!)
  const tight = () => [flange, clip].map(joint => isTight(joint!, bench.state!.joints[joint!.id]))
  expect(tight()).toEqual([false, false])
  bench.workUntil('torque')
  expect(tight()).toEqual([false, true])
  bench.workUntil('fasten')
  expect(tight()).toEqual([true, true])
})

describe('outbox', () => {
  const storage = () => {
    const kept = new Map<string, string>()
    return {
      kept,
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => void kept.set(key, value),
      removeItem: (key: string) => void kept.delete(key),
      key: (i: number) => [...kept.keys()][i] ?? null,
      get length() {
        return kept.size
      },
    }
  }
  const waiting = (job: string, id: string): Waiting => ({
    basedOn: 1,
    command: { type: 'resumed' },
    event: { id, job, seq: 2, at: '2026-01-01T00:00:00Z', by: { id: 'p', name: 'P' }, device: 'd', body: { type: 'resumed' } },
  })

  it('keeps each job’s entries in order, also over a new page on the same storage', () => {
    const disk = storage()
    const box = createOutbox(disk)
    for (const [job, id] of [
      ['a', '1'],
      ['b', '2'],
      ['a', '3'],
    ] as const)
      box.add(waiting(job, id))
    const again = createOutbox(disk)
    expect(again.jobs().sort()).toEqual(['a', 'b'])
    expect(again.list('a').map(({ event }) => event.id)).toEqual(['1', '3'])
    again.remove('b', new Set(['2']))
    expect(again.jobs()).toEqual(['a'])
  })

  it('sending one job’s entry leaves another’s alone, and foreign or broken storage is no entry', () => {
    const disk = storage()
    const box = createOutbox(disk)
    disk.setItem('efferent.units', 'us')
    disk.setItem('efferent.outbox.c', '[{"event":')
    box.add(waiting('a', '1'))
    box.remove('b', new Set(['1']))
    expect(box.list('a')).toHaveLength(1)
    expect(box.list('c')).toEqual([])
    expect(box.jobs()).not.toContain('units')
  })
})
