<script setup lang="ts">
import { computed, nextTick, onUnmounted, ref, useTemplateRef, watch } from 'vue'
import { useElementSize, useMediaQuery } from '@vueuse/core'
import { definePageMeta, navigateTo, useHead } from '#imports'
import { countTight, holdsFastened, isWeeping, statusOfJoints } from '#core/job/bayState'
import { pressureSourceOf, runningSince } from '#core/job/carState'
import { workedBehind } from '#core/job/behind'
import { lineOfStep } from '#core/job/lineOfStep'
import { nextSteps } from '#core/job/listSteps'
import { runningTimers } from '#core/job/timer'
import type { JobCommand } from '#core/job/types'
import { placeOf, standpointOf } from '#core/route/placeOf'
import { unrollLine } from '#core/route/unrollLine'
import { triedFirst } from '#core/access/tryFirst'
import { lacksOf } from '#core/sheet/lacksOf'
import type { Window } from '#core/sheet/types'
import type { NewtonMetres } from '#core/units/types'
import { list, phaseWords, positionWords } from '#shared/words/vocabulary'
import { accessWords, dueWords, refusalWords } from '#shared/words/refusalWords'
import { stepWords } from '#shared/words/stepWords'
import { useActs } from '~/composables/useActs'
import { useJobPage } from '~/composables/useJobPage'
import { pauseWords } from '#shared/words/pauseWords'
import { remedyWords } from '#shared/words/remedyWords'
import { buttonWords, stepFacts } from '#shared/words/factWords'
import { sheetNames } from '#shared/words/sheetNames'
import { useProgram } from '~/stores/program'
import { useUnits } from '~/stores/units'

definePageMeta({ layout: 'bay' })
const { id, job, refusal, record } = useJobPage()
const units = useUnits()
const program = useProgram()
/** Where there is room beside the step the picture is open; on a phone it is a touch away. */
const wide = useMediaQuery('(min-width: 900px)')
const draft = ref<JobCommand>()
/** A step the technician chose out of order; otherwise the next open one. */
const chosen = ref<string>()

useHead({ title: () => (job.view ? `Job ${job.view.row.number} · bay` : 'Bay') })
const sheet = computed(() => job.view!.sheet)
const steps = computed(() => job.steps)
const upcoming = computed(() => nextSteps(steps.value, 4))
const step = computed(
  () => steps.value.find(candidate => candidate.id === chosen.value && candidate.status === 'open') ?? upcoming.value[0],
)
const words = computed(() => step.value && stepWords(step.value, sheet.value))
const then = computed(() => upcoming.value.filter(candidate => candidate.id !== step.value?.id).slice(0, 2))
const position = computed(() => steps.value.findIndex(candidate => candidate.id === step.value?.id) + 1)
const jointsDone = computed(() => countTight(job.scope?.joints ?? [], job.state))
const line = computed(() => (job.resolved && job.scope ? lineOfStep(job.resolved, job.scope.lines, step.value?.target) : undefined))
const unrolled = computed(() =>
  line.value && job.resolved && line.value.sections.length > 0 ? unrollLine(job.resolved, line.value, job.plan?.ways) : undefined,
)
const states = computed(() => statusOfJoints(job.resolved?.joints ?? [], job.state))
const holdsDone = computed(() => holdsFastened(job.state))
const timers = computed(() => (job.state ? runningTimers(job.state, steps.value, job.waits) : []))
/** What this step has to wait for. */
const waits = computed(() => job.waits.filter(wait => step.value && wait.isBound(step.value)))
/** Where the step's joint or hold sits, and from where one sees it. */
const place = computed(() => (step.value && job.resolved ? placeOf(job.resolved, step.value.target) : undefined))
/** A line on its way out or in is looked at whole. */
const isLine = computed(() => step.value?.kind === 'withdraw' || step.value?.kind === 'fit')
const standpoint = computed(() => (step.value?.from && (place.value || isLine.value) ? standpointOf[step.value.from] : undefined))
const side = computed(() => (step.value?.from === 'wheel-right' ? 'right' : 'left'))
const whereabouts = computed(() => {
  const at = standpoint.value
  if (!job.resolved || !step.value || !words.value || !at) return undefined
  const { target } = step.value
  // Joints are named in the picture anyway.
  const isJoint = job.resolved.joints.some(item => item.id === target)
  return {
    resolved: job.resolved,
    title: words.value.title,
    standpoint: at,
    side: side.value,
    line: line.value?.id,
    target,
    place: place.value,
    name: isJoint ? undefined : sheetNames(sheet.value).any(target),
    jointStates: states.value,
  } as const
})
/** On a wide screen the picture goes where there is room: beside what is to be read, or under it. */
const reading = ref<HTMLElement>()
const entering = ref<HTMLElement>()
const [{ height: readingHeight }, { height: enteringHeight }] = [useElementSize(reading), useElementSize(entering)]
const beside = computed(() => wide.value && readingHeight.value > enteringHeight.value)
const format = {
  torque: (window: Window<NewtonMetres>) => `${units.torqueRange(window)}, ${units.otherTorqueRange(window)}`,
  volume: units.volumeRange,
}
const facts = computed(() =>
  step.value && job.resolved
    ? stepFacts(job.resolved, step.value, { line: line.value, fluid: job.fluid, format, parts: job.inputs?.parts })
    : [],
)
/** What nobody reaches any more once this part is on. */
const lastChance = computed(() => {
  if (!job.resolved || step.value?.kind !== 'on') return []
  const { joints, holds } = workedBehind(job.resolved, job.state!, step.value.target)
  const name = sheetNames(sheet.value)
  return [...joints.map(name.joint), ...holds.map(name.hold)]
})
/** What the sheet does not know of what is in hand, to be written down here. */
const lack = computed(() => (step.value ? lacksOf(sheet.value, step.value.target) : undefined))
/** The way in that is tried first: it may hang. */
const tried = computed(() => {
  const task = job.rest?.visits.flatMap(({ tasks }) => tasks).find(({ id }) => id === step.value?.id)
  const first = task?.goal !== undefined && job.scope && job.rest ? triedFirst(job.scope.goals, job.rest.ways, task.goal) : undefined
  return first && (step.value?.kind === 'open' || step.value?.kind === 'release' || step.value?.kind === 'withdraw') ? first : undefined
})
const joint = computed(() => job.resolved?.joints.find(candidate => candidate.id === step.value?.target))
const weeps = computed(() => joint.value !== undefined && isWeeping(job.state?.joints[joint.value.id]))
/** What was found to differ at this step and nobody has settled. */
const differs = computed(() => {
  const record = job.state?.lines[step.value?.target ?? '']
  const said = step.value?.kind === 'receive' ? record?.received : record?.compared
  return said?.agrees === false ? (said.differs ?? 'something') : undefined
})
/** A bench measures bent tube: a hose lies as one lays it. */
const isMeasurable = computed(
  () => (step.value?.kind === 'receive' || step.value?.kind === 'compare') && line.value?.sections.some(({ kind }) => kind === 'tube'),
)
const roundsHere = computed(() => job.state?.rounds.filter(round => round.bleeder === step.value?.target).length ?? 0)
/** A new step, another round, or a joint worked on again, begins its entry anew. */
const entryKey = computed(
  () =>
    `${step.value?.id} ${joint.value ? (job.state?.joints[joint.value.id]?.torqued?.event ?? '') : ''} ${roundsHere.value} ${Object.keys(job.state?.leaflets ?? {}).length}`,
)
const seized = ref(false)
async function allTried(commands: JobCommand[]) {
  for (const command of commands) if (!(await record(command))) return
  seized.value = false
}
const button = computed(() => buttonWords(draft.value, words.value?.button ?? ''))

watch(entryKey, () => (program.inHand = false))
onUnmounted(() => (program.inHand = false))

// A refusal is about what was entered: it goes when the entry changes.
watch([() => step.value?.id, draft], () => (refusal.value = undefined))

/** The entry being kept on this device: pressed again before the screen has moved, it is one press. */
const keeping = ref('')
async function press() {
  const mine = entryKey.value
  if (!step.value || !draft.value || keeping.value === mine) return
  keeping.value = mine
  try {
    if (!(await record(draft.value))) return
    chosen.value = undefined
    undo.value?.offer()
    await nextTick()
    window.scrollTo({ top: 0 })
  } finally {
    if (keeping.value === mine) keeping.value = ''
  }
}
/** Enter in a number box records, as the large button does. */
function enter(event: KeyboardEvent) {
  if ((event.target as HTMLElement).tagName === 'INPUT') void press()
}
function goTo(id: string) {
  chosen.value = id
}
/** Found and put back: the count is corrected by an event of its own. */
function countIn(operation: string) {
  void record({ type: 'fastenersCounted', operation, fasteners: job.state!.operations[operation]!.fastenersOut })
}
async function signOff() {
  if (await record({ type: 'signedOff' })) await navigateTo(`/jobs/${id}/handover`)
}
const undo = useTemplateRef<{ offer: () => void }>('undo')
const help = ref(false)
useActs('The bay', [
  { text: 'Record the step (a foot switch too)', keys: ' ', run: () => void press() },
  { text: 'To the job', keys: 'Escape', run: () => void navigateTo(`/jobs/${id}`) },
  { text: 'The keys of this page', keys: '?', run: () => (help.value = true) },
])
</script>

<template>
  <div class="view">
    <header class="bar">
      <NuxtLink :to="`/jobs/${id}`" class="back" aria-label="To the job"
        ><svg viewBox="0 0 24 24" width="26" height="26" aria-hidden="true">
          <path d="M15 4l-8 8 8 8" fill="none" stroke="currentColor" stroke-width="3" /></svg
        ><b>Job {{ job.view!.row.number }}</b></NuxtLink
      >
      <span class="car"
        >{{ job.view!.row.plate }}<template v-if="job.state?.passedOn"> · {{ job.state.passedOn.to }}</template
        ><span v-if="step"> · {{ positionWords[step.at] }}</span></span
      >
      <span class="right"><TimerBadge v-for="timer in timers" :key="timer.timer" v-bind="timer" /></span>
    </header>
    <div class="body">
      <div class="map">
        <LineStrip
          v-if="unrolled"
          :line="unrolled"
          :name="line!.name"
          compact
          :joint-states="states"
          :holds-done="holdsDone"
          :current="step?.target"
        />
        <p class="pos">
          <span class="line">{{ line?.name }}</span>
          <span v-if="step">step {{ position }} of {{ steps.length }} · {{ phaseWords[step.phase] }}</span>
          <span v-if="jointsDone.of">{{ jointsDone.done }} of {{ jointsDone.of }} joints tight</span>
        </p>
      </div>

      <div v-if="job.state!.paused" class="stack">
        <h1>Paused</h1>
        <p>
          {{ pauseWords[job.state!.paused!.reason] }}{{ job.state!.paused!.note ? `: ${job.state!.paused!.note}` : '' }}, by
          {{ job.state!.paused!.by }}
        </p>
        <v-btn-second :to="`/jobs/${id}/tag`">Tag for the steering wheel</v-btn-second>
        <v-btn-go class="go" @click="record({ type: 'resumed' })">Resume the job</v-btn-go>
      </div>
      <div v-else-if="job.inputs && !job.planning" class="busy" role="status" aria-label="Working out the plan">
        <v-progress-linear indeterminate />
      </div>
      <div v-else-if="job.planning && !job.planning.ok" class="stack">
        <h1>No plan from here</h1>
        <p class="trouble" role="alert">{{ accessWords(job.planning.error, sheet) }}</p>
        <v-btn-go class="go" :to="`/jobs/${id}`">Change it on the job’s page</v-btn-go>
      </div>
      <div v-else-if="!job.plan" class="stack">
        <h1>No plan yet</h1>
        <p>Choose the lines on the job’s page; the steps follow.</p>
        <v-btn-go class="go" :to="`/jobs/${id}`">Choose the lines</v-btn-go>
      </div>
      <template v-else-if="step && words">
        <!-- Enter in a number box records: heard here for all of them. -->
        <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -->
        <main class="step" @keydown.enter="enter">
          <h1>{{ words.title }}</h1>
          <div class="column">
            <div ref="reading" class="part">
              <CautionList :cautions="words.cautions" />
              <WaitBar v-for="wait in waits" :key="wait.wait.id" :wait="wait" @cut="record" />
              <p v-if="lastChance.length" class="caution">
                <b>Last chance.</b> Behind it: {{ list(lastChance) }}. Coming back costs taking it off again.
              </p>
              <p v-if="words.how" class="how">{{ words.how }}</p>
              <dl v-if="facts.length" class="facts">
                <div v-for="fact in facts" :key="fact.name">
                  <dt>{{ fact.name }}</dt>
                  <dd>{{ fact.value }}</dd>
                </div>
              </dl>
            </div>
            <StepPlace v-if="whereabouts && !beside" v-bind="whereabouts" :open="wide" />
          </div>
          <div class="column">
            <div ref="entering" class="part">
              <div v-if="step.kind === 'open' && joint && !job.state!.joints[joint.id]?.opened" class="aside">
                <v-btn-second @click="seized = true">It does not move</v-btn-second>
                <p v-if="job.state!.joints[joint.id]?.seized" class="soft">
                  Tried: {{ job.state!.joints[joint.id]!.seized!.map(mark => remedyWords[mark.remedy].title.toLowerCase()).join(', ') }}
                </p>
              </div>
              <RetorqueOffer
                v-if="(step.kind === 'leak' || step.kind === 'mend') && joint && weeps"
                class="aside"
                :joint="joint"
                :record="job.state!.joints[joint.id]!"
                :running="runningSince(job.state!) !== undefined"
                :by="pressureSourceOf(sheet)"
                @retorque="allTried"
              />
              <PartDiffers
                v-if="(step.kind === 'receive' || step.kind === 'compare') && differs"
                class="aside"
                :line="step.target"
                :differs="differs"
                @accept="record"
              />
              <BenchVerdict
                v-if="isMeasurable"
                class="aside"
                :job="job.state!.id"
                :line="step.target"
                :sheet="sheet.id"
                :against="step.kind === 'receive' ? 'sheet' : 'old-line'"
                @say="record"
              />
              <section v-if="tried" class="aside tryfirst" aria-label="Tried first">
                <p>
                  <b>Tried first.</b> It goes this way on {{ Math.round(tried.tried.chance * 10) }} cars of 10; otherwise
                  {{ tried.tried.hangs }}.
                </p>
                <v-btn-second @click="record({ type: 'wayHung', goal: tried.goal, way: tried.way })">It does not go this way</v-btn-second>
              </section>
              <!-- What is begun here is not to be interrupted. -->
              <div role="presentation" @pointerdown.capture="program.inHand = true" @keydown.capture="program.inHand = true">
                <StepEntry :key="entryKey" v-model="draft" :step="step" @also="record" />
              </div>
              <FoundEntry v-if="lack" :lack="lack" :target="step.target" :observed="job.state!.observed" @say="record" />
            </div>
            <StepPlace v-if="whereabouts && beside" v-bind="whereabouts" :open="wide" />
          </div>
        </main>
        <footer class="foot">
          <p v-if="refusal" class="trouble" role="alert">{{ refusalWords(refusal, sheet) }}</p>
          <p class="next">
            <b>then</b> <span v-for="item in then" :key="item.id">{{ stepWords(item, sheet).title }}</span>
          </p>
          <BayActs :step="step" @go="goTo" />
          <v-btn-go class="go" :disabled="!draft" @click="press">{{ button }}</v-btn-go>
        </footer>
      </template>
      <div v-else class="stack">
        <h1>{{ job.state!.signedOff ? 'Signed off' : job.missing.length ? 'Still missing' : 'Every step is done' }}</h1>
        <ul v-if="job.missing.length" class="stack">
          <li v-for="(item, i) in job.missing" :key="i" class="caution">
            {{ dueWords(item, sheet) }}
            <v-btn-second v-if="item.kind === 'counted'" @click="countIn(item.operation)">Count them in</v-btn-second>
          </li>
        </ul>
        <p v-if="refusal" class="trouble" role="alert">{{ refusalWords(refusal, sheet) }}</p>
        <v-btn-go v-if="!job.state!.signedOff" class="go" :disabled="job.missing.length > 0" @click="signOff">Sign off</v-btn-go>
        <v-btn-go v-else class="go" :to="`/jobs/${id}/handover`">Hand over</v-btn-go>
        <BayActs :step="undefined" @go="goTo" />
      </div>
    </div>

    <v-dialog v-model="seized" aria-label="A seized joint"
      ><div class="dialog theme-bay">
        <SeizedPath v-if="joint" :resolved="job.resolved!" :joint="joint" :state="job.state!" @tried="allTried" @close="seized = false" />
        <p v-if="refusal" class="trouble" role="alert">{{ refusalWords(refusal, sheet) }}</p>
      </div></v-dialog
    >
    <UndoOffer ref="undo" />
    <KeyList v-model="help" theme="bay" />
    <CommandBox theme="bay" />
  </div>
</template>

<style scoped>
.view {
  flex: 1;
  display: flex;
  flex-direction: column;
  font-size: 18px;
}
.bar {
  display: flex;
  gap: 12px;
  align-items: center;
  background: var(--well);
  padding: 8px 14px;
  font-size: 16px;
  min-height: 58px;
}
.back {
  display: flex;
  align-items: center;
  gap: 4px;
  min-height: 48px;
  text-decoration: none;
}
.car {
  color: var(--soft);
}
.right {
  margin-left: auto;
  display: flex;
  gap: 8px;
}
.body {
  flex: 1;
  display: flex;
  flex-direction: column;
  gap: 10px;
  width: 100%;
  max-width: 1180px;
  margin: 0 auto;
  padding: 6px 16px 0;
}
.pos {
  display: flex;
  justify-content: space-between;
  color: var(--soft);
  font-size: 16px;
}
h1 {
  font-size: 29px;
}
.step {
  display: grid;
  gap: 12px;
  align-content: start;
  flex: 1;
  padding-bottom: 12px;
}
.column,
.part {
  display: contents;
}
.step :deep(.entry) {
  order: 1;
}
.aside {
  order: 2;
  display: grid;
  gap: 6px;
  justify-items: start;
}
.aside .v-btn {
  min-height: 52px;
}
.how {
  order: 2;
}
.facts {
  order: 3;
}
.where {
  order: 4;
}
.how {
  font-size: 19px;
  max-width: 68ch;
}
.facts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 1px;
  background: var(--line);
  border: 1px solid var(--line);
}
.facts div {
  background: var(--card);
  padding: 8px 12px;
}
dt {
  color: var(--soft);
  font-size: 15px;
}
dd {
  font-weight: 600;
}
.foot {
  position: sticky;
  z-index: 3;
  bottom: 0;
  background: var(--paper);
  padding: 8px 0 14px;
  border-top: 1px solid var(--line);
  display: grid;
  gap: 8px;
}
.next {
  color: var(--soft);
  font-size: 16px;
  line-height: 1.35;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.next span + span::before {
  content: ' · ';
}
.next b {
  color: var(--ink);
}
.foot > .v-btn {
  min-height: 76px;
  padding: 4px;
}
.dialog .v-btn {
  min-height: 52px;
}
@media (max-width: 599px) {
  .pos .line {
    display: none;
  }
  .bar {
    min-height: 50px;
    padding: 1px 10px;
  }
  .step {
    gap: 8px;
  }
  .step :deep(.caution) {
    font-size: 16px;
    line-height: 1.25;
    padding: 6px 10px;
  }
  .foot {
    padding: 4px 0 8px;
    gap: 6px;
  }
  .foot > .v-btn {
    min-height: 68px;
  }
}
@media (max-width: 899px) {
  .facts {
    grid-template-columns: 1fr 1fr;
  }
  .facts div:last-child:nth-child(odd) {
    grid-column: 1 / -1;
  }
}
@media (min-width: 900px) {
  .foot {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    column-gap: 34px;
  }
  .foot > .next,
  .foot > .trouble {
    grid-column: 1 / -1;
  }
  .body {
    padding: 10px 26px 0;
  }
  .step {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    column-gap: 34px;
  }
  h1 {
    font-size: 34px;
  }
  .column,
  .part {
    display: grid;
    gap: 14px;
    align-content: start;
  }
  .column:has(> .part:empty) {
    gap: 0;
  }
  .step > h1 {
    grid-column: 1 / -1;
  }
}
</style>
