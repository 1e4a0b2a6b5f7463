import { computed, ref, shallowRef, type Ref } from 'vue'
import { askRest } from '#core/job/steps/askRest'
import type { JobState } from '#core/job/types'
import type { Planned } from '#core/plan/knownPlans'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import { keepPlanned } from './plannedHere'

/** The plan of a job as it was asked for, and what is left of it from the car as it stands. */
export function jobPlan(
  resolved: Readonly<Ref<ResolvedSheet | undefined>>,
  inputs: Readonly<Ref<JobState['inputs']>>,
  state: Readonly<Ref<JobState | undefined>>,
) {
  const planning = shallowRef<Planned>()
  /** A plan is being made: what is shown is the one before. */
  const planBusy = ref(false)
  keepPlanned(
    () => ({ car: resolved.value, inputs: inputs.value }),
    made => (planning.value = made),
    busy => (planBusy.value = busy),
  )
  const plan = computed(() => (planning.value?.ok ? planning.value.value : undefined))
  /** What is left, from the car as it stands: at once while the plan is followed, else planned anew. */
  const asked = computed(() =>
    resolved.value && planning.value && state.value?.inputs ? askRest(resolved.value, state.value, planning.value) : undefined,
  )
  const replanned = shallowRef<Planned>()
  keepPlanned(
    () => (asked.value && 'ask' in asked.value ? { car: resolved.value, inputs: inputs.value, standing: asked.value.ask } : {}),
    made => (replanned.value = made),
  )
  const rest = computed(() => {
    const found = asked.value && ('ask' in asked.value ? asked.value.answer(replanned.value ?? planning.value!) : asked.value)
    return found?.ok ? found.value : plan.value
  })
  /** Somebody has left the plan: what is left was planned from the car as it stands. */
  const departed = computed(() => asked.value !== undefined && 'ask' in asked.value)
  return { planning, planBusy, plan, rest, departed }
}
