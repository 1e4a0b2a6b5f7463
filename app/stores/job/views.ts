import { computed, type Ref } from 'vue'
import { estimateFluid } from '#core/fluid/estimateFluid'
import { listDue } from '#core/job/owed/obligations'
import { balanceOf } from '#core/job/state/balanceOf'
import { fastenerLedger } from '#core/job/state/fastenerLedger'
import { openingsOf } from '#core/job/state/openingsOf'
import { waitsOf } from '#core/job/state/waits'
import { listSteps, visitNow } from '#core/job/steps/listSteps'
import type { JobState } from '#core/job/types'
import { listKit } from '#core/kit/listKit'
import { listTools } from '#core/kit/listTools'
import { scopeOf } from '#core/plan/goals/listGoals'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import { steady } from '~/utils/steady'
import type { jobPlan } from './plan'

type Of = {
  resolved: Readonly<Ref<ResolvedSheet | undefined>>
  state: Readonly<Ref<JobState | undefined>>
  inputs: Readonly<Ref<JobState['inputs']>>
  lines: Readonly<Ref<JobState['scope']>>
} & Pick<ReturnType<typeof jobPlan>, 'plan' | 'rest'>

/** What a job's rooms show of it: steps, waits, what is due, fluid, kit, tools, fasteners. */
export function jobViews({ resolved, state, inputs, lines, plan, rest }: Of) {
  const steps = computed(() =>
    resolved.value && rest.value && state.value ? listSteps(resolved.value, rest.value, state.value.inputs!.start, state.value) : [],
  )
  const waits = computed(() => (resolved.value && state.value && !state.value.signedOff ? waitsOf(resolved.value, state.value) : []))
  const missing = computed(() => (resolved.value && state.value ? listDue(resolved.value, state.value) : []))
  const scope = computed(() => {
    const chosen = resolved.value ? scopeOf(resolved.value, inputs.value ?? { lines: lines.value }) : undefined
    return chosen?.ok ? chosen.value : undefined
  })
  const openings = steady(() =>
    resolved.value && plan.value && state.value ? openingsOf(resolved.value, state.value, plan.value) : undefined,
  )
  const fluid = computed(() => (resolved.value && openings.value ? estimateFluid(resolved.value, lines.value, openings.value) : undefined))
  const balance = computed(() => state.value && resolved.value && balanceOf(resolved.value, state.value))
  const kit = computed(() =>
    resolved.value && scope.value && plan.value && fluid.value
      ? listKit(resolved.value, scope.value, plan.value.operations, fluid.value, inputs.value?.parts)
      : [],
  )
  const tools = computed(() =>
    resolved.value && rest.value
      ? [
          // What is behind takes no tools any more.
          ...Array.from({ length: visitNow(steps.value) }, () => undefined),
          ...listTools(resolved.value, rest.value.visits, inputs.value?.missingTools),
        ]
      : [],
  )
  const trays = computed(() => (resolved.value && state.value ? fastenerLedger(resolved.value, state.value) : []))

  return { steps, waits, missing, scope, fluid, balance, kit, tools, trays }
}
