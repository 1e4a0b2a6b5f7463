<script setup lang="ts">
import { valueOf } from '#core/result'
import { computed, ref, watch } from 'vue'
import { identifyLayouts, type CannotSee } from '#core/identify/identifyLayouts'
import { currentPlanner } from '#core/access/types'
import { siblingOf } from '#core/access/weighNeighbours'
import type { PlanInputs } from '#core/access/planJob'
import { services } from '#core/access/services'
import { bleedPlaces } from '#core/job/carState'
import type { JobCommand } from '#core/job/types'
import { usableParts } from '#core/sheet/chosenPart'
import { linesOf } from '#core/sheet/jointLines'
import type { LiftPosition } from '#core/sheet/types'
import { formatNumber } from '#core/units/formatQuantity'
import { serviceWords } from '#shared/words/planWords'
import { accessWords } from '#shared/words/refusalWords'
import { useJobPage } from '~/composables/useJobPage'
import { useSession } from '~/stores/session'

const session = useSession()
const { job, record } = useJobPage()
const line = ref('')
const joint = ref<string>()

const sheet = computed(() => job.view!.sheet)
const resolved = computed(() => job.resolved)
const cannotSee = ref<CannotSee[]>([])
const identification = computed(
  () => resolved.value && valueOf(identifyLayouts([resolved.value.sheet], resolved.value.car, cannotSee.value)),
)
const begun = computed(() => Object.keys(job.state?.joints ?? {}).length > 0)
const scope = computed(() => job.state?.scope ?? [])
const start = computed<LiftPosition>(() => job.state?.inputs?.start ?? 'ground')
watch(
  resolved,
  value => {
    if (value && !value.lines.some(candidate => candidate.id === line.value)) line.value = scope.value[0] ?? value.lines[0]?.id ?? ''
  },
  { immediate: true },
)

function choose(lineId: string, on: boolean) {
  const lines = resolved
    .value!.lines.map(candidate => candidate.id)
    .filter(candidate => (candidate === lineId ? on : scope.value.includes(candidate)))
  want({ lines })
}
/** Lines in the job for which several parts would do. */
const choosable = computed(() => resolved.value!.lines.filter(line => scope.value.includes(line.id) && usableParts(line).length > 1))
function choosePart(line: string, part: string | null) {
  if (part === null) return
  void record({ type: 'planned', inputs: { ...job.inputs!, parts: { ...job.inputs!.parts, [line]: part } } })
}
/** Joints opened and sealed anew alone: their line stays where it is. */
const alone = computed(() => job.state?.inputs?.joints ?? [])
function chooseJoint(joint: string, on: boolean) {
  const joints = resolved.value!.joints.map(({ id }) => id).filter(id => (id === joint ? on : alone.value.includes(id)))
  want({ joints })
}
/** Parts beside the lines renewed alone, and fluid work for itself. */
const beside = computed(() => job.state?.inputs?.neighbours ?? [])
function want(change: Partial<PlanInputs>) {
  const before = job.state?.inputs ?? { lines: [], ...(session.ownLift && { lift: session.ownLift }) }
  void record({ type: 'planned', inputs: { ...before, ...change, start: start.value } })
}
function chooseBeside(neighbour: string, on: boolean) {
  want({
    neighbours: resolved.value!.sheet.neighbours.map(({ id }) => id).filter(id => (id === neighbour ? on : beside.value.includes(id))),
  })
}
/** What can be done to this fluid by itself. */
const fluidWork = computed(() =>
  services
    .filter(service => (service === 'level' ? sheet.value.levels.length > 0 : sheet.value.fills.length > 0))
    .filter(service => service !== 'bleed' || bleedPlaces(sheet.value, job.inputs).places.length > 0),
)
const isAlone = computed(() => alone.value.length > 0 || beside.value.length > 0 || job.inputs?.service !== undefined)
/** A neighbour taken or left is in the plan as work, and on record as a decision: one that the plan refuses has not been taken. */
async function decideNeighbour(command: Extract<JobCommand, { type: 'neighbourDecided' }>) {
  const { lines, neighbours = [] } = job.state!.inputs!
  const line = siblingOf(command.neighbour)
  const [before, item] = line === undefined ? [neighbours, command.neighbour] : [lines, line]
  const after = command.choice === 'now' ? [...new Set([...before, item])] : before.filter(other => other !== item)
  const change =
    line === undefined ? { neighbours: after } : { lines: resolved.value!.lines.map(({ id }) => id).filter(id => after.includes(id)) }
  if (
    after.length !== before.length &&
    (line === undefined || after.length > 0) &&
    !(await record({ type: 'planned', inputs: { ...job.state!.inputs!, ...change } }))
  )
    return
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

    <div v-if="resolved.open.length === 0" class="choice card">
      <b>Replace</b>
      <v-checkbox
        v-for="item in resolved.lines"
        :key="item.id"
        :label="item.mark ? `${item.name} (${item.mark})` : item.name"
        :model-value="scope.includes(item.id)"
        :disabled="!!job.state!.signedOff || (scope.length === 1 && scope.includes(item.id) && !isAlone)"
        @update:model-value="on => choose(item.id, on === true)"
      />
      <v-select
        v-for="item in choosable"
        :key="`part ${item.id}`"
        :label="`${item.name}: which part`"
        :items="usableParts(item).map(part => ({ value: part.id, title: part.number ? `${part.name}, ${part.number}` : part.name }))"
        :model-value="job.inputs?.parts?.[item.id] ?? null"
        placeholder="not chosen yet"
        persistent-placeholder
        :disabled="!!job.state!.signedOff || job.state!.lines[item.id]?.in !== undefined"
        class="part"
        @update:model-value="part => choosePart(item.id, part)"
      />
      <v-expansion-panels class="alone">
        <v-expansion-panel title="Or less than a line: a joint, a part beside it, the fluid">
          <template #text>
            <v-checkbox
              v-for="item in resolved.joints.filter(one => !linesOf(one).some(line => scope.includes(line)))"
              :key="item.id"
              :label="`${item.name} (${resolved.lines.find(one => one.id === item.line)?.name})`"
              :model-value="alone.includes(item.id)"
              :disabled="!!job.state!.signedOff"
              @update:model-value="on => chooseJoint(item.id, on === true)"
            />
            <v-checkbox
              v-for="item in resolved.sheet.neighbours.filter(({ ways }) => ways?.length)"
              :key="item.id"
              :label="`Renew: ${item.what}`"
              :model-value="beside.includes(item.id)"
              :disabled="!!job.state!.signedOff || job.state!.renewed[item.id] !== undefined"
              @update:model-value="on => chooseBeside(item.id, on === true)"
            />
            <v-select
              v-if="fluidWork.length"
              label="The fluid by itself"
              :items="fluidWork.map(service => ({ value: service, title: serviceWords[service] }))"
              :model-value="job.inputs?.service ?? null"
              placeholder="nothing"
              persistent-placeholder
              clearable
              :disabled="!!job.state!.signedOff"
              @update:model-value="service => want({ service: service ?? undefined })"
            />
          </template>
        </v-expansion-panel>
      </v-expansion-panels>
    </div>
    <template v-if="job.planning && !job.planning.ok"
      ><p class="trouble" role="alert">{{ accessWords(job.planning.error, sheet) }}</p>
      <PlanChoices
        :resolved="resolved"
        :inputs="job.inputs!"
        :plan="undefined"
        :begun="begun"
        @change="inputs => record({ type: 'planned', inputs })"
    /></template>

    <InTurn v-if="line"
      ><StripStack
        :resolved="resolved"
        :line="line"
        :selected="joint"
        :ways="job.plan?.ways"
        :state="job.state"
        :scope="job.state!.inputs ? scope : undefined"
        @line="picked => (line = picked)"
        @select="picked => (joint = picked)"
    /></InTurn>

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
          <dl class="sum">
            <div>
              <dt>hands on</dt>
              <dd>{{ formatNumber(job.plan.minutes.total, 0) }} min</dd>
            </div>
            <div>
              <dt>getting there and back</dt>
              <dd>{{ formatNumber(job.plan.minutes.operations, 0) }} min</dd>
            </div>
            <div>
              <dt>line work</dt>
              <dd>{{ formatNumber(job.plan.minutes.work, 0) }} min</dd>
            </div>
            <div>
              <dt>by the clock</dt>
              <dd>{{ formatNumber(job.plan.minutes.clock, 0) }} min</dd>
            </div>
            <div v-if="done > 0 && job.rest">
              <dt>left to do</dt>
              <dd>{{ formatNumber(job.rest.minutes.total, 0) }} min</dd>
            </div>
            <div>
              <dt>moves of the car</dt>
              <dd>{{ job.plan.moves }}</dd>
            </div>
          </dl>
          <v-progress-linear v-if="job.planBusy" indeterminate aria-label="Planning" />
          <InTurn><PlanTimeline :plan="job.plan" :steps="job.steps" :sheet="sheet" /></InTurn>
          <InTurn>
            <PlanChoices
              v-if="!job.state!.signedOff"
              :resolved="resolved"
              :inputs="job.inputs!"
              :plan="job.plan"
              :begun="begun"
              @change="inputs => record({ type: 'planned', inputs })"
            />
            <PlanVisits :steps="job.steps" :tools="job.tools" :sheet="sheet" />
          </InTurn>
        </section>
        <aside class="stack">
          <InTurn>
            <NeighbourList :resolved="resolved" :inputs="job.inputs!" :state="job.state!" @decide="decideNeighbour" />
            <FastenerTray :trays="job.trays" />
          </InTurn>
        </aside>
      </div>
      <!-- As high as a plan's first lines: what comes below does not move when it is there. -->
      <div v-else-if="job.planBusy" class="planning"><v-progress-linear indeterminate aria-label="Planning" /></div>
      <div v-else-if="resolved.open.length === 0 && scope.length === 0 && !isAlone" class="empty">
        <b>No plan yet.</b>Tick the lines to replace; what comes off, in which order, the kit and the fluid follow at once.
      </div>
    </InTurn>
  </div>
</template>

<style scoped>
.choice {
  display: flex;
  gap: 8px 20px;
  align-items: center;
  flex-wrap: wrap;
}
.part {
  flex: 1 1 320px;
}
.alone {
  flex-basis: 100%;
}
.planning {
  min-height: 420px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(290px, 0.8fr);
  gap: 16px;
  align-items: start;
}
.columns > * {
  min-width: 0;
}
.sum {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(104px, 1fr));
  gap: 1px;
  background: var(--line);
  border: 1px solid var(--line);
}
.sum div {
  background: var(--card);
  padding: 8px 14px;
}
dt {
  color: var(--soft);
  font-size: 14px;
}
dd {
  font: 700 23px/1.1 var(--face);
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .sum {
    grid-template-columns: 1fr 1fr;
  }
  .sum div:last-child:nth-child(odd) {
    grid-column: 1 / -1;
  }
}
</style>
