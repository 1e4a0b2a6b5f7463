import { describe, expect, it } from 'vitest'
import { PlayedJob, demoCar, everyDemoCar, planOf } from '../../../tests/helpers/demo'
import { estimateFluid } from '../../fluid/estimateFluid'
import { isOn } from '../../sheet/jointLines'
import { openingsOf } from './openingsOf'

const car = demoCar('one')
function opened(): { played: PlayedJob; order: string[] } {
  const played = new PlayedJob(car).plan().workUntil('open')
  return { played, order: [...planOf(car, played.state!.inputs!).openOrder] }
}
const seen = (played: PlayedJob) => openingsOf(car, played.state!, planOf(car, played.state!.inputs!))

describe('openingsOf', () => {
  it('is the plan while nothing is open', () => {
    const { played, order } = opened()
    expect(seen(played)).toMatchObject({ openOrder: order, open: [] })
  })
  it('goes by the order joints were really opened in, the others after them', () => {
    const { played, order } = opened()
    const last = order.at(-1)!
    played.do({ type: 'jointOpened', joint: last })
    expect(seen(played).openOrder).toEqual([last, ...order.slice(0, -1)])
  })
  it('a joint stands open until it is capped', () => {
    const { played, order } = opened()
    played.do({ type: 'jointOpened', joint: order[0]! })
    expect(seen(played).open).toEqual([order[0]])
    played.do({ type: 'jointCapped', joint: order[0]! })
    expect(seen(played).open).toEqual([])
  })
  it('what ran out already is not reckoned a second time: the sum over all joints is the same in either order, within its bounds', () => {
    const { played, order } = opened()
    const before = estimateFluid(car, played.state!.scope, seen(played))
    played.do({ type: 'jointOpened', joint: order.at(-1)! })
    const after = estimateFluid(car, played.state!.scope, seen(played))
    expect(after.joints.map(({ joint }) => joint)).toEqual([order.at(-1), ...order.slice(0, -1)])
    expect(after.topUp.most).toBeCloseTo(before.topUp.most, 6)
    expect(after.spill.likely).toBeGreaterThan(0)
  })
  it('over all demo cars: some thin line runs out at a foot left open when its head is opened, and none where it is capped', () => {
    const behind = (open: boolean) =>
      everyDemoCar().flatMap(one =>
        one.lines.flatMap(({ id }) => {
          const order = one.joints.filter(joint => isOn(joint, id)).map(joint => joint.id)
          return [order, order.toReversed()].flatMap(openOrder =>
            estimateFluid(one, [id], { openOrder, operations: [], ...(open && { open: openOrder }) }).joints.flatMap(joint =>
              joint.behind.map(({ spill, joint: lower }) => ({ at: joint.joint, lower, spill })),
            ),
          )
        }),
      )
    expect(behind(false)).toEqual([])
    const found = behind(true)
    expect(found.length).toBeGreaterThan(0)
    for (const { at, lower, spill } of found) {
      expect(lower).not.toBe(at)
      expect(spill.most).toBeGreaterThan(0)
      expect(spill.least).toBeLessThanOrEqual(spill.likely)
    }
  })
})
