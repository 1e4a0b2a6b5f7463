import { describe, expect, it } from 'vitest'
import { pocketCar, pocketSheet } from '../../../tests/helpers/pocketCar'
import type { Operation, Way } from '../../sheet/types'
import { minutes } from '../../units/types'
import { planJob } from '../planJob'

const hose = pocketSheet.operations.find(({ id }) => id === 'hose')!
const part = (id: string, each: number, more: Partial<Operation> = {}): Operation => ({
  ...hose,
  drains: undefined,
  id,
  off: minutes(each),
  on: minutes(each),
  ...more,
})
const way = (...needs: string[]): Way => ({ at: 'raised', from: 'below', needs: [needs], minutes: minutes(2) })

describe('parts that let out another fluid', () => {
  /** The far end behind one hose of the coolant or a dearer bracket, the last behind another: 3 + 3 min a hose, 4.5 + 4.5 a bracket. */
  const [coolant] = pocketSheet.circuits!
  const car = pocketCar({
    // Where the car stands anyway.
    circuits: [{ ...coolant!, fill: { ...coolant!.fill, at: 'raised' } }],
    operations: [
      part('hose', 3, { drains: hose.drains }),
      part('second', 3, { drains: hose.drains }),
      part('this', 4.5),
      part('that', 4.5),
      ...pocketSheet.operations.filter(({ id }) => id === 'shield'),
    ],
    joints: pocketSheet.joints.map(joint =>
      joint.id === 'far'
        ? { ...joint, ways: [way('hose', 'this')] }
        : joint.id === 'last'
          ? { ...joint, ways: [way('second', 'that')] }
          : joint,
    ),
  })
  const operations = (joints: string[]) => {
    const plan = planJob(car, { lines: [], joints, start: 'raised', bleed: 'gravity' })
    if (!plan.ok) throw new Error(plan.error.code)
    return plan.value
  }
  it('alone, one is dearer than the bracket beside it: its fluid is filled in and read again for five minutes', () => {
    expect(operations(['far']).operations).toEqual(['this'])
    expect(operations(['last']).operations).toEqual(['that'])
  })
  it('together they share that, and are cheaper than both brackets', () => {
    const plan = operations(['far', 'last'])
    expect(plan.operations).toEqual(['hose', 'second'])
    const refilled = plan.visits.flatMap(({ tasks }) => tasks).filter(({ kind }) => kind === 'refill')
    expect(refilled.map(({ target, minutes: took }) => [target, took])).toEqual([['coolant', 3]])
    // Nothing of the plan is called by what is no part of the car.
    for (const { after } of plan.visits.flatMap(({ tasks }) => tasks)) expect(after.filter(id => id.startsWith('off:refill'))).toEqual([])
  })
})
