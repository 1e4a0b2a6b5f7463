import { watch } from 'vue'
import { knownPlan, rememberPlan, type Planned } from '#core/plan/knownPlans'
import type { PlanInputs } from '#core/plan/planInputs'
import type { Standing } from '#core/plan/tasks/standing'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import { runInWorker } from '~/utils/workerCall'
import { onCar } from '~/workers/onCar'

/** Worked out off this thread, and known from then on. */
export async function makePlan(car: ResolvedSheet, wanted: PlanInputs, standing?: Standing, signal?: AbortSignal): Promise<Planned> {
  const made = knownPlan(car, wanted, standing) ?? (await runInWorker('plan', { car: onCar(car), inputs: wanted, standing }, signal))
  rememberPlan(car, wanted, made, standing)
  return made
}
/** For `decide`, which goes by what is known here: the planner itself is not on the page's thread. */
export function planned(car: ResolvedSheet, wanted: PlanInputs): Planned {
  const made = knownPlan(car, wanted)
  if (!made) throw new RangeError('decide: the plan is to be made first')
  return made
}
/** Keeps a plan made for what is wanted, whenever that changes; until it is made, the one before stays. */
export function keepPlanned(
  wanted: () => { car?: ResolvedSheet; inputs?: PlanInputs; standing?: Standing },
  keep: (made: Planned | undefined) => void,
  say: (busy: boolean) => void = () => {},
): void {
  let callOff = () => {}
  watch(
    wanted,
    ({ car, inputs: asked, standing }) => {
      callOff()
      say(false)
      const before = car && asked && knownPlan(car, asked, standing)
      if (!car || !asked || before) {
        keep(before)
        return
      }
      const control = new AbortController()
      callOff = () => control.abort()
      say(true)
      void makePlan(car, asked, standing, control.signal).then(
        made => {
          if (control.signal.aborted) return
          keep(made)
          say(false)
        },
        () => {},
      )
    },
    { immediate: true, flush: 'sync' },
  )
}
