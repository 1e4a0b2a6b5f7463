<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { answers } from '#shared/schemas/answers'
import { useServerData } from '~/composables/useServerData'
import { useWorked } from '~/composables/useWorked'
import { onCar } from '~/workers/tasks'
import { useServerAct } from '~/composables/useServerAct'
import { valueOf } from '#core/result'
import { computed, provide, ref, watch } from 'vue'
import { navigateTo, useHead, useRoute } from '#imports'
import { estimateFluid } from '#core/fluid/estimateFluid'
import { identifyLayouts, type CannotSee } from '#core/identify/identifyLayouts'
import { nextStop, stopsAlong, type Stop } from '#core/route/stopsAlong'
import { unrollLine } from '#core/route/unrollLine'
import { traitsImplied } from '#core/sheet/evaluatePredicate'
import { replaceAt } from '#core/sheet/mendSheet'
import { resolveSheet } from '#core/sheet/resolveSheet'
import { standpoints, type Car, type Standpoint } from '#core/sheet/types'
import { formatNumber } from '#core/units/formatQuantity'
import type { NoteView, VehicleView } from '#shared/schemas/api'
import { stopWords } from '#shared/words/stopWords'
import { standpointTitle } from '#shared/words/standWords'
import { list, plural, standpointWords, systemWords } from '#shared/words/vocabulary'
import { useActs } from '~/composables/useActs'
import { useSession } from '~/stores/session'
import { useConnection } from '~/stores/connection'
import { call, nothing } from '~/utils/api'
import { carFromQuery } from '~/utils/carQuery'
import { settleKey } from '~/utils/settle'

const route = useRoute()
const session = useSession()
const connection = useConnection()
const vehicle = ref<VehicleView>()
const notes = ref<NoteView[]>([])
/** Looks answered here before a car was chosen; they go with the car a job is opened for. */
const answered = ref<{ question: string; answer: string }[]>([])
const cannotSee = ref<CannotSee[]>([])
const line = ref('')
const joint = ref<string>()
const standpoint = ref<Standpoint>('under-lift')
const opening = ref(false)
const query = (key: string) => (typeof route.query[key] === 'string' ? route.query[key] : undefined)

const {
  data,
  trouble: unread,
  refresh,
} = useServerData(
  () => `sheet ${String(route.params.id)} ${query('revision') ?? ''} ${query('vehicle') ?? ''}`,
  async () => {
    const vehicleId = query('vehicle')
    const [view, found] = await Promise.all([
      connection.look(`/api/sheets/${String(route.params.id)}${query('revision') ? `?revision=${query('revision')}` : ''}`, answers.sheet),
      vehicleId ? connection.look(`/api/vehicles/${vehicleId}`, answers.vehicleFound) : undefined,
    ])
    return { view, vehicle: found?.vehicle }
  },
)
const { trouble: unanswered, act } = useServerAct()
const trouble = computed(() => unread.value || unanswered.value)
const view = computed(() => data.value?.view)
watch(
  [data, () => query('joint')],
  ([now, wanted]) => {
    vehicle.value = now?.vehicle
    if (wanted && now?.view.sheet.joints.some(candidate => candidate.id === wanted)) joint.value = wanted
  },
  { immediate: true },
)

const sheet = computed(() => view.value?.sheet)
useHead({ title: () => `${sheet.value?.title ?? 'Line sheet'} · Efferent` })
const learned = computed(
  () =>
    Object.assign(
      {},
      ...answered.value.map(({ question, answer: id }) =>
        traitsImplied(
          sheet.value!.questions.find(candidate => candidate.id === question)!.answers.find(candidate => candidate.id === id)!.implies,
        ),
      ),
    ) as Record<string, string>,
)
const car = computed<Car>(() =>
  vehicle.value
    ? { ...vehicle.value, traits: { ...learned.value, ...vehicle.value.traits } }
    : carFromQuery(route.query, view.value?.families[0]?.id ?? '', learned.value),
)
const resolution = computed(() => sheet.value && resolveSheet(sheet.value, car.value))
const resolved = computed(() => (resolution.value?.applies === 'yes' ? resolution.value.resolved : undefined))
const identification = computed(() => sheet.value && valueOf(identifyLayouts([sheet.value], car.value, cannotSee.value)))
watch(
  resolved,
  value => {
    if (!value || value.lines.some(candidate => candidate.id === line.value)) return
    line.value = value.joints.find(candidate => candidate.id === joint.value)?.line ?? value.lines[0]?.id ?? ''
  },
  { immediate: true },
)

async function answer(look: { sheet: string; question: string; answer: string }) {
  await act(async () => {
    if (vehicle.value) vehicle.value = await call('POST', `/api/vehicles/${vehicle.value.id}/traits`, answers.vehicle, look)
    else answered.value = [...answered.value, { question: look.question, answer: look.answer }]
  })
}

// Selecting a joint in strip, picture or table is one thing, whichever was touched.
function select(id: string) {
  joint.value = id
  const of = resolved.value?.joints.find(candidate => candidate.id === id)
  if (of) line.value = of.line
}
// A finger on the line: steps from place to place, the same place in strip and picture.
const finger = ref<{ line: string; stop: Stop }>()
const cursor = computed(() =>
  finger.value && finger.value.line === line.value ? { line: line.value, at: finger.value.stop.at } : undefined,
)
const caption = computed(() => (cursor.value && finger.value && sheet.value ? stopWords(finger.value.stop, sheet.value) : undefined))
function step(by: 1 | -1) {
  const of = resolved.value?.lines.find(candidate => candidate.id === line.value)
  if (!of || !resolved.value || of.sections.length === 0) return
  const stop = nextStop(stopsAlong(unrollLine(resolved.value, of, plan.value?.ways)), cursor.value?.at, by)
  if (!stop) return
  finger.value = { line: of.id, stop }
  if (stop.kind === 'joint') joint.value = stop.id
}

const isSettled = computed(() => resolved.value?.open.length === 0)
const { value: planned } = useWorked('plan', () =>
  resolved.value && isSettled.value
    ? { car: onCar(resolved.value), inputs: { lines: resolved.value.lines.map(candidate => candidate.id), start: 'ground' } }
    : undefined,
)
const plan = computed(() => (isSettled.value && planned.value?.ok ? planned.value.value : undefined))
const fluid = computed(() =>
  resolved.value && plan.value
    ? estimateFluid(
        resolved.value,
        resolved.value.lines.map(candidate => candidate.id),
        plan.value,
      )
    : undefined,
)
const known = computed(
  () =>
    sheet.value?.traits.flatMap(trait => {
      const value = trait.values.find(candidate => candidate.id === car.value.traits[trait.id])
      return value ? [`${trait.name}: ${value.name}`] : []
    }) ?? [],
)
const years = computed(() => sheet.value?.applies[0]?.years?.join('–'))
const { isLead } = storeToRefs(session)

provide(settleKey, {
  allowed: isLead,
  run: async (path, index, why) => {
    if (!sheet.value || !session.person) return
    const settled = replaceAt({ ...sheet.value, revision: sheet.value.revision + 1 }, [...path, 'settled'], () => ({
      index,
      by: session.person!.name,
      why,
    }))
    await act(async () => {
      await call('POST', `/api/sheets/${sheet.value!.id}/revisions`, nothing, { sheet: settled })
      await refresh()
    })
  },
})
const print = () => navigateTo(`/sheets/${sheet.value?.id}/card${vehicle.value ? `?vehicle=${vehicle.value.id}` : ''}`)
useActs('This line sheet', [
  { text: 'Open a job', keys: 'j', run: () => (opening.value = true) },
  { text: 'Print a bay card', keys: 'p', run: print },
  { text: 'Next joint along the line', keys: 'ArrowRight', run: () => step(1) },
  { text: 'The joint before', keys: 'ArrowLeft', run: () => step(-1) },
  { text: 'Write on this sheet', keys: 'e', isOpen: () => isLead.value, run: () => void navigateTo(`/sheets/${sheet.value?.id}/edit`) },
  ...standpoints.map((point, i) => ({
    // Said in this vehicle's words once the sheet is here.
    get text() {
      const at = sheet.value ? standpointTitle(sheet.value, point) : standpointWords[point]
      return `Picture: ${at.toLowerCase()}`
    },
    keys: String(i + 1),
    run: () => void (standpoint.value = point),
  })),
])
</script>

<template>
  <div v-if="trouble && !view" class="trouble" role="alert">{{ trouble }} <NuxtLink to="/lookup">Back to look up</NuxtLink></div>
  <div v-else-if="!sheet || !view" class="busy" role="status" aria-label="Loading the line sheet" />
  <div v-else class="stack">
    <div class="top">
      <div>
        <h1>{{ sheet.title }}</h1>
        <p class="soft">
          <template v-if="vehicle"
            ><b class="plate">{{ vehicle.plate }}</b> {{ vehicle.label }} · {{ vehicle.customer }} ·
          </template>
          <template v-else
            >{{ view.families.map(family => `${family.make} ${family.model} ${family.body}`).join(', ') }} · {{ years }} ·
          </template>
          {{ systemWords[sheet.system] }} · revision {{ sheet.revision
          }}<template v-for="fact in known" :key="fact">
            · <b>{{ fact }}</b></template
          >
        </p>
      </div>
      <div class="row no-print">
        <v-btn-main :disabled="!resolved" @click="opening = true">Open a job <kbd>j</kbd></v-btn-main
        ><v-btn-second @click="print">Bay card <kbd>p</kbd></v-btn-second
        ><v-btn-second v-if="isLead" :to="`/sheets/${sheet.id}/edit`">Edit <kbd>e</kbd></v-btn-second>
      </div>
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-if="resolution?.applies === 'no'" class="trouble">
      This sheet is not for this car: it is for another {{ resolution.why === 'trait' ? 'layout' : resolution.why }}.
      <NuxtLink to="/lookup">Look up the right one</NuxtLink>
    </div>
    <template v-if="resolved && identification">
      <VerdictBanner v-if="resolved.verdict" :verdict="resolved.verdict" :sheet="sheet" />
      <IdentifyBar
        :identification="identification"
        :sheets="[sheet]"
        :unseen="cannotSee.length"
        @answer="answer"
        @cannot-see="look => (cannotSee = [...cannotSee, look])"
        @again="cannotSee = []"
      />
      <p v-if="resolved.open.length" class="soft">
        {{ resolved.lines.length ? `Surely on this car: ${list(resolved.lines.map(item => item.name))}. ` : '' }}Depends on the answer:
        {{ list(resolved.open.map(item => item.name)) }}.
      </p>

      <template v-if="line">
        <StripStack
          :resolved="resolved"
          :line="line"
          :selected="joint"
          :ways="plan?.ways"
          :cursor="cursor"
          @line="id => (line = id)"
          @select="select"
        />
        <div class="columns">
          <div class="stack">
            <FittingsTable :resolved="resolved" :selected="joint" @select="select" /><FluidCard :sheet="sheet" :estimate="fluid" />
          </div>
          <div class="stack">
            <div class="card pic">
              <RouteView
                v-model:standpoint="standpoint"
                :resolved="resolved"
                :line="line"
                :selected="joint"
                :cursor="cursor"
                :caption="caption"
                @select="select"
                @step="step"
              />
            </div>
            <CautionList :cautions="sheet.cautions.filter(item => item.phase === 'before' || item.phase === 'engine')" />
          </div>
        </div>
        <WayIn :resolved="resolved" :needed="plan?.operations" />
        <div v-if="plan" class="card">
          All lines: <b>{{ formatNumber(plan.minutes.total, 0) }} min</b> hands on, {{ plural(plan.moves, 'move') }} of the car. A job plans
          it for the lines you choose.
        </div>
        <div class="columns two">
          <NotesPanel v-model="notes" :sheet="sheet" :selected="joint" />
          <section class="stack">
            <h2>Parts</h2>
            <div class="scroll" tabindex="0">
              <table class="grid">
                <thead>
                  <tr>
                    <th>Line</th>
                    <th>Part</th>
                    <th>Number</th>
                  </tr>
                </thead>
                <tbody v-for="item in resolved.lines" :key="item.id">
                  <tr v-for="part in item.parts" :key="part.id">
                    <td>{{ item.name }}</td>
                    <td>
                      <b>{{ part.name }}</b><span class="sub"
                        >{{ part.kind }}<template v-if="part.note"> · {{ part.note }}</template></span
                      ><span v-if="part.discontinued" class="tag warn">no longer supplied</span
                      ><span v-if="part.supersededBy" class="tag"
                        >replaced by {{ item.parts.find(other => other.id === part.supersededBy)?.number ?? part.supersededBy }}</span
                      >
                    </td>
                    <td class="num">{{ part.number ?? '–' }}</td>
                  </tr>
                </tbody>
              </table>
            </div>
          </section>
        </div>
      </template>
      <OpenJobDialog v-model="opening" :sheet="sheet" :families="view.families" :vehicle="vehicle" :traits="learned" :answered="answered" />
    </template>
  </div>
</template>

<style scoped>
.top {
  display: flex;
  gap: 16px;
  justify-content: space-between;
  align-items: flex-start;
  flex-wrap: wrap;
}
.plate {
  color: var(--ink);
  letter-spacing: 0.03em;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr);
  gap: 14px;
  align-items: start;
}
.columns.two {
  grid-template-columns: 1fr 1fr;
}
.pic {
  padding: 0;
}
@media (max-width: 1100px) {
  .columns,
  .columns.two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
