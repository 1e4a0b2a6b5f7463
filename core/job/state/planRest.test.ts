import { describe, expect, it } from 'vitest'
import { PlayedJob, allLines, everyDemoCar, planOf, anyParts } from '../../../tests/helpers/demo'
import { planJob } from '../../plan/planJob'
import { liftPositions } from '../../sheet/types'
import { followedPlan } from '../steps/askRest'
import { standingOf } from './standingOf'

const cars = everyDemoCar()
const idsOf = (plan: { visits: readonly { tasks: readonly { id: string }[] }[] }) =>
  plan.visits.flatMap(({ tasks }) => tasks.map(({ id }) => id)).filter(id => id !== 'run' && id !== 'stop')

describe('the rest of a plan', () => {
  it.each(cars.map(car => [`${car.sheet.id} ${Object.values(car.car.traits).join(' ')}`, car] as const))(
    '%s: followed, it is the same plan less what is done, and no plan from there costs less',
    (_, resolved) => {
      for (const start of liftPositions) {
        const played = new PlayedJob(resolved).do({
          type: 'planned',
          inputs: { lines: allLines(resolved), start, parts: anyParts(resolved) },
        })
        const whole = planOf(resolved, played.state!.inputs!)
        let before = idsOf(whole)
        let followed = 0
        for (let guard = 0; guard < 200; guard++) {
          const state = played.state!
          const standing = standingOf(resolved, state)
          const kept = followedPlan(resolved, state, whole, standing)
          if (kept) {
            followed++
            const fresh = planJob(resolved, state.inputs!, standing)
            if (!fresh.ok) throw new Error(`${start}, after ${state.effective.at(-1)!.body.type}: ${JSON.stringify(fresh.error)}`)
            expect(kept.minutes.total, `${start}, after ${JSON.stringify(state.effective.at(-1)!.body)}`).toBeCloseTo(
              fresh.value.minutes.total,
              6,
            )
            const now = idsOf(kept)
            expect(before.slice(before.length - now.length)).toEqual(now)
            before = now
          }
          const step = played.next()
          if (!step) break
          if (step.kind === 'leak') played.clock += 20 * 60_000
          played.do(played.plainFor(step))
        }
        expect(followed).toBeGreaterThan(idsOf(whole).length / 2)
        // What came out for good is not felt along: there is nothing there.
        const gone = resolved.lines.filter(({ id }) => played.state!.lines[id]?.piece !== undefined).map(({ id }) => id)
        expect(played.events.filter(({ body }) => body.type === 'clearanceProved' && gone.includes(body.line))).toEqual([])
        // Worked as the list says, the car is moved no more often than was planned.
        expect(played.events.filter(({ body }) => body.type === 'carMoved').length, start).toBeLessThanOrEqual(whole.moves)
        played.do({ type: 'signedOff' })
      }
    },
  )
})
