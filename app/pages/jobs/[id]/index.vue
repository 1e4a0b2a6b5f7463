<script setup lang="ts">
import { valueOf } from '#core/result'
import { computed, ref } from 'vue'
import { identifyLayouts, type CannotSee } from '#core/identify/identifyLayouts'
import { isBeside, withNeighbour } from '#core/plan/goals/neighbourInPlan'
import { currentPlanner } from '#core/plan/types'
import { wishWords } from '#shared/words/planWords'
import { accessWords } from '#shared/words/refusalWords'
import { useJobPage } from '~/composables/useJobPage'
import type { NeighbourDecision } from '~/composables/useNeighbours'

const { job, record } = useJobPage()
const sheet = computed(() => job.view!.sheet)
const resolved = computed(() => job.resolved)
const cannotSee = ref<CannotSee[]>([])
const identification = computed(
  () => resolved.value && valueOf(identifyLayouts([resolved.value.sheet], resolved.value.car, cannotSee.value)),
)
const begun = computed(() => Object.keys(job.state?.joints ?? {}).length > 0)
const scope = computed(() => job.state?.scope ?? [])
/** Once the work is begun, what the job is takes a line. */
const isSettled = computed(() => begun.value && job.inputs !== undefined && resolved.value?.open.length === 0)

/** Something is planned, be it less than a line. */
const isPlanned = computed(() => job.state?.inputs !== undefined && (scope.value.length > 0 || isBeside(job.state.inputs)))
/** A neighbour taken or left is in the plan as work, and on record as a decision: one that the plan refuses has not been taken. */
async function decideNeighbour(command: NeighbourDecision) {
  const inputs = withNeighbour(job.state!.inputs!, resolved.value!.lines, command)
  if (inputs && !(await record({ type: 'planned', inputs }))) return
  await record(command)
}
/** A job remembers the planner it was decided with; what is shown is today's plan for the same decisions. */
const older = computed(() => job.state?.planner !== undefined && job.state.planner < currentPlanner)
const done = computed(() => job.steps.filter(step => step.status !== 'open').length)
</script>

<template>
  <div v-if="resolved" class="stack">
    <VerdictBanner v-if="resolved.verdict" :verdict="resolved.verdict" :sheet="resolved.sheet" />
    <IdentifyBar
      v-if="identification"
      :identification="identification"
      :sheets="[resolved.sheet]"
      :unseen="cannotSee.length"
      @answer="({ question, answer }) => record({ type: 'traitsLearned', question, answer })"
      @cannot-see="look => (cannotSee = [...cannotSee, look])"
      @again="cannotSee = []"
    />

    <v-expansion-panels v-if="isSettled">
      <v-expansion-panel>
        <template #title
          ><span
            ><b>The job</b> <span class="soft">{{ wishWords(job.inputs!, sheet).join(' · ') }}</span></span
          ></template
        >
        <template #text><ScopeChoice @plan="inputs => record({ type: 'planned', inputs })" /></template>
      </v-expansion-panel>
    </v-expansion-panels>
    <ScopeChoice v-else-if="resolved.open.length === 0" @plan="inputs => record({ type: 'planned', inputs })" />
    <template v-if="job.planning && !job.planning.ok"
      ><p class="trouble" role="alert">{{ accessWords(job.planning.error, sheet) }}</p>
      <LazyPlanChoices
        class="card"
        :resolved="resolved"
        :inputs="job.inputs!"
        :plan="undefined"
        :begun="begun"
        @change="inputs => record({ type: 'planned', inputs })"
    /></template>

    <InTurn v-if="!job.plan && !job.planBusy"><PlanLines /></InTurn>

    <InTurn>
      <div v-if="job.plan" class="columns">
        <section class="stack">
          <div class="spread">
            <h2>Plan</h2>
            <span class="soft"
              >{{ done }} of {{ job.steps.length }} steps done<template v-if="job.departed">
                · planned anew from the car as it stands</template
              ><template v-if="older">
                · decided with planner {{ job.state!.planner }}, planned anew by {{ currentPlanner }}</template
              ></span
            >
          </div>
          <v-progress-linear v-if="job.planBusy" indeterminate aria-label="Planning" />
          <InTurn><PlanVisits :steps="job.steps" :timeline="job.plan.timeline" :tools="job.tools" :sheet="sheet" /></InTurn>
        </section>
        <aside class="stack">
          <InTurn
            ><PlanPanes
              :plan="job.plan"
              :left="done > 0 ? job.rest : undefined"
              :inputs="job.inputs!"
              :begun="begun"
              @change="inputs => record({ type: 'planned', inputs })"
              @decide="decideNeighbour"
          /></InTurn>
        </aside>
      </div>
      <!-- As high as a plan's first lines: what comes below does not move when it is there. -->
      <div v-else-if="job.planBusy" class="planning"><v-progress-linear indeterminate aria-label="Planning" /></div>
      <div v-else-if="resolved.open.length === 0 && !isPlanned" class="empty">
        <b>No plan yet.</b>Tick the lines to replace; what comes off, in which order, the kit and the fluid follow at once.
      </div>
    </InTurn>
  </div>
</template>

<style scoped>
.planning {
  min-height: 420px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(340px, 1fr);
  gap: 16px;
  align-items: start;
}
.columns > * {
  min-width: 0;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
