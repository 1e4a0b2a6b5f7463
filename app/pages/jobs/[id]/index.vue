<script setup lang="ts">
import { valueOf } from '#core/result'
import { computed, ref, watch } from 'vue'
import { navigateTo, useHead } from '#imports'
import { identifyLayouts, type CannotSee } from '#core/identify/identifyLayouts'
import { siblingOf } from '#core/access/weighNeighbours'
import type { JobCommand } from '#core/job/types'
import type { LiftPosition } from '#core/sheet/types'
import { formatNumber } from '#core/units/formatQuantity'
import { changeWords } from '#shared/words/changeWords'
import { eventWords } from '#shared/words/eventWords'
import { accessWords, missingWords, refusalWords } from '#shared/words/refusalWords'
import { stageWords } from '#shared/words/vocabulary'
import { useKeys } from '~/composables/useKeys'
import { useFloor } from '~/stores/floor'
import { useJobPage } from '~/composables/useJobPage'
import { usePhotos } from '~/stores/photos'
import { useSession } from '~/stores/session'
import { useUnits } from '~/stores/units'

const floor = useFloor()
const session = useSession()
const { id, job, trouble, refusal, record } = useJobPage()
const units = useUnits()
const photos = usePhotos()
const line = ref('')
const joint = ref<string>()
const why = ref('')

const ready = computed(() => job.view?.row.id === id && job.resolved !== undefined && job.state !== undefined)
const sheet = computed(() => job.view!.sheet)
const resolved = computed(() => job.resolved)
useHead({ title: () => (job.view ? `Job ${job.view.row.number} · Efferent` : 'Job') })
// The stream's row is newer than the one the job was loaded with.
const row = computed(() => floor.rows?.find(candidate => candidate.id === id) ?? job.view!.row)
const cannotSee = ref<CannotSee[]>([])
const identification = computed(
  () => resolved.value && valueOf(identifyLayouts([resolved.value.sheet], resolved.value.car, cannotSee.value)),
)
const ahead = computed(() => (job.newer ? job.ahead.map(change => changeWords(change, sheet.value, job.newer!)) : []))
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
  void record({
    type: 'planned',
    inputs: { ...(job.state?.inputs ?? { ...(session.ownLift && { lift: session.ownLift }) }), lines, start: start.value },
  })
}
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
const done = computed(() => job.steps.filter(step => step.status !== 'open').length)
const signable = computed(() => job.plan && job.missing.length === 0 && !job.state?.signedOff)
async function signOff() {
  if (await record({ type: 'signedOff' })) await navigateTo(`/jobs/${id}/handover`)
}
const events = computed(() => [...job.confirmed, ...job.outbox.map(waiting => waiting.event)].toReversed())
const whole = ref(false)
const shown = computed(() => (whole.value ? events.value : events.value.slice(0, 12)))
const undone = computed(() => new Set(job.confirmed.flatMap(event => (event.body.type === 'stepUndone' ? event.body.reverts : []))))
// One formatter for all rows: making one takes longer than using it a hundred times.
const dates = new Intl.DateTimeFormat(undefined, { dateStyle: 'short', timeStyle: 'short' })
const time = (iso: string) => dates.format(new Date(iso))
useKeys({ b: () => void navigateTo(`/jobs/${id}/bay`) })
</script>

<template>
  <div v-if="trouble" class="trouble" role="alert">{{ trouble }} <NuxtLink to="/">To the Floor</NuxtLink></div>
  <div v-else-if="!ready || !resolved" class="busy" role="status" aria-label="Loading the job" />
  <div v-else class="stack">
    <div class="top">
      <div>
        <h1>Job {{ row.number }} · {{ row.plate }} {{ job.state!.opened.vehicle.label }}</h1>
        <p class="soft">
          {{ row.customer }} · <NuxtLink :to="`/sheets/${sheet.id}?vehicle=${job.view!.vehicle.id}`">{{ sheet.title }}</NuxtLink>, revision
          {{ sheet.revision }} · <span class="tag fill">{{ stageWords[row.summary.stage] }}</span>
          <span v-if="job.state!.paused" class="tag warn">paused: {{ job.state!.paused!.reason }}</span>
        </p>
        <p v-if="job.state!.opened.complaint">“{{ job.state!.opened.complaint }}”</p>
      </div>
      <div class="row">
        <NuxtLink v-if="!job.state!.signedOff" class="btn main" :to="`/jobs/${id}/bay`">Bay view <kbd>b</kbd></NuxtLink>
        <button
          v-if="!job.state!.signedOff"
          class="btn"
          :disabled="!signable"
          :title="signable ? '' : 'See what is missing'"
          @click="signOff"
        >
          Sign off
        </button>
        <NuxtLink class="btn" :class="{ main: job.state!.signedOff }" :to="`/jobs/${id}/handover`">{{
          job.state!.signedOff ? 'Hand over' : 'Record'
        }}</NuxtLink>
      </div>
    </div>
    <p v-if="refusal" class="trouble" role="alert">{{ refusalWords(refusal, sheet) }}</p>
    <section v-if="job.newer && job.ahead.length" class="card stack moved" aria-label="A newer revision">
      <div>
        <b>Revision {{ job.newer.revision }} of this sheet is published.</b> It differs in what is still to do:
      </div>
      <ul>
        <li v-for="(words, i) in ahead.slice(0, 8)" :key="i">{{ words }}</li>
        <li v-if="ahead.length > 8" class="soft">and {{ ahead.length - 8 }} more</li>
      </ul>
      <div class="row">
        <button class="btn tight main" @click="record({ type: 'revisionMoved', revision: job.newer.revision })">
          Go on by revision {{ job.newer.revision }}</button
        ><span class="soft">or stay on revision {{ sheet.revision }}</span>
      </div>
    </section>
    <p v-for="item in photos.refused.filter(one => one.job === id)" :key="item.id" class="trouble" role="alert">
      A photo was not kept. {{ item.why }} <button class="btn tight" @click="photos.dismiss(item.id)">Seen</button>
    </p>
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
      <label v-for="item in resolved.lines" :key="item.id"
        ><input
          type="checkbox"
          :checked="scope.includes(item.id)"
          :disabled="!!job.state!.signedOff || (scope.length === 1 && scope.includes(item.id))"
          @change="choose(item.id, ($event.target as HTMLInputElement).checked)"
        />{{ item.name }}<span v-if="item.mark" class="tag">{{ item.mark }}</span></label
      >
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

    <StripStack
      v-if="line"
      :resolved="resolved"
      :line="line"
      :selected="joint"
      :ways="job.plan?.ways"
      :state="job.state"
      :scope="job.state!.inputs ? scope : undefined"
      @line="picked => (line = picked)"
      @select="picked => (joint = picked)"
    />

    <div v-if="job.plan" class="columns">
      <section class="stack">
        <div class="spread">
          <h2>Plan</h2>
          <span class="soft">{{ done }} of {{ job.steps.length }} steps done</span>
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
          <div>
            <dt>moves of the car</dt>
            <dd>{{ job.plan.moves }}</dd>
          </div>
        </dl>
        <PlanTimeline :plan="job.plan" :steps="job.steps" :sheet="sheet" />
        <PlanChoices
          v-if="!job.state!.signedOff"
          :resolved="resolved"
          :inputs="job.inputs!"
          :plan="job.plan"
          :begun="begun"
          @change="inputs => record({ type: 'planned', inputs })"
        />
        <PlanVisits :steps="job.steps" :tools="job.tools" :sheet="sheet" />
      </section>
      <aside class="stack">
        <section v-if="!job.state!.signedOff" class="card stack">
          <h3>Before sign-off</h3>
          <ul v-if="job.missing.length" class="missing">
            <li v-for="(item, i) in job.missing.slice(0, 8)" :key="i">{{ missingWords(item, sheet) }}</li>
            <li v-if="job.missing.length > 8" class="soft">and {{ job.missing.length - 8 }} more</li>
          </ul>
          <p v-else class="good">Nothing is missing.</p>
        </section>
        <NeighbourList :resolved="resolved" :inputs="job.inputs!" :state="job.state!" @decide="decideNeighbour" />
        <FastenerTray :trays="job.trays" />
        <section class="card stack">
          <h3>Kit</h3>
          <table class="kit">
            <tbody>
              <tr v-for="(item, i) in job.kit" :key="i">
                <td class="num">{{ item.count }} ×</td>
                <td>
                  {{ item.name
                  }}<span class="sub">{{
                    [
                      item.kind === 'fluid' && job.fluid ? `${units.volume(job.fluid.bottles.size)} bottle` : item.size,
                      item.part,
                      item.brought && 'comes with the line',
                      item.unobtainable && 'not supplied any more',
                    ]
                      .filter(Boolean)
                      .join(' · ')
                  }}</span>
                </td>
              </tr>
            </tbody>
          </table>
        </section>
        <section v-if="job.fluid" class="card stack">
          <h3>Fluid</h3>
          <FluidBalance v-if="job.balance" :balance="job.balance" :estimate="job.fluid" />
          <p>
            Top-up <b>{{ units.volumeRange(job.fluid.topUp.least, job.fluid.topUp.most) }}</b>, likely
            {{ units.volume(job.fluid.topUp.likely) }}
          </p>
          <table class="kit">
            <tbody>
              <tr v-for="spill in job.fluid.joints" :key="spill.joint">
                <td>
                  {{ resolved.joints.find(item => item.id === spill.joint)?.name
                  }}<span v-if="spill.componentUnknown" class="sub">plus what the component holds: unknown</span>
                </td>
                <td class="num">{{ units.volumeRange(spill.spill.least, spill.spill.most) }}</td>
              </tr>
            </tbody>
          </table>
        </section>
      </aside>
    </div>
    <div v-else-if="resolved.open.length === 0" class="empty">
      <b>No plan yet.</b>Tick the lines to replace; what comes off, in which order, the kit and the fluid follow at once.
    </div>

    <section class="stack">
      <h2>Record</h2>
      <ol class="log">
        <li v-for="event in shown" :key="event.id" :class="{ undone: undone.has(event.id), waits: !event.recordedAt }">
          <time :datetime="event.at">{{ time(event.at) }}</time><span
            >{{ eventWords(event.body, sheet)
            }}<PhotoThumb
              v-if="event.body.type === 'photoTaken'"
              :photo="event.body.photo"
              :words="event.body.caption ?? 'Photo of this step'"
            /><span v-if="undone.has(event.id)" class="tag">taken back</span
            ><span v-if="!event.recordedAt" class="tag warn">waits to be sent</span></span
          ><span class="soft">{{ event.by.name }}</span>
        </li>
      </ol>
      <button v-if="events.length > shown.length" class="btn tight" @click="whole = true">Show all {{ events.length }} entries</button>
      <div v-if="job.state!.signedOff && (session.person?.role === 'lead' || session.person?.role === 'admin')" class="row">
        <v-text-field v-model="why" label="Why reopen" /><button
          class="btn"
          :disabled="!why.trim()"
          @click="record({ type: 'reopened', why })"
        >
          Reopen
        </button>
      </div>
    </section>
  </div>
</template>

<style scoped>
.moved {
  border: 3px solid var(--warn);
}
.moved ul {
  list-style: disc;
  padding-left: 20px;
}
.top {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  flex-wrap: wrap;
  align-items: flex-start;
}
.choice {
  display: flex;
  gap: 8px 20px;
  align-items: center;
  flex-wrap: wrap;
}
.choice label {
  display: flex;
  gap: 9px;
  align-items: center;
  min-height: 40px;
}
.choice input {
  width: 22px;
  height: 22px;
  accent-color: var(--accent);
}
.grow {
  flex: 1;
}
.stands {
  display: flex;
  gap: 10px;
  align-items: center;
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
  grid-template-columns: repeat(5, auto);
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
.missing {
  display: grid;
  gap: 5px;
}
.missing li {
  border-left: 5px solid var(--warn);
  padding-left: 10px;
}
.kit {
  border-collapse: collapse;
  width: 100%;
}
.kit td {
  padding: 4px 10px 4px 0;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
}
.kit td.num:last-child {
  text-align: right;
  padding-right: 0;
}
.kit .sub {
  display: block;
  color: var(--soft);
  font-size: 13.5px;
}
.log {
  display: grid;
}
.log li {
  display: grid;
  grid-template-columns: 150px 1fr auto;
  gap: 12px;
  padding: 5px 0;
  border-bottom: 1px solid var(--line);
}
.log time {
  color: var(--soft);
}
.log .tag {
  margin-left: 8px;
}
.undone span:first-of-type {
  text-decoration: line-through;
  text-decoration-thickness: 1px;
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
  .log li {
    grid-template-columns: 1fr;
    gap: 0;
  }
}
</style>
