<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useHead, useRoute } from '#imports'
import { planJob } from '#core/access/planJob'
import { traitsImplied } from '#core/sheet/evaluatePredicate'
import { resolveSheet } from '#core/sheet/resolveSheet'
import { settleValue, settleWindow } from '#core/sheet/settleContested'
import { estimateFluid } from '#core/fluid/estimateFluid'
import type { Standpoint } from '#core/sheet/types'
import { formatNumber } from '#core/units/formatQuantity'
import type { SheetView, VehicleView } from '#shared/schemas/api'
import { bleedWords, list, plural, positionWords, reachWords, standpointWords, systemWords } from '#shared/words/vocabulary'
import { standpoints } from '#core/sheet/types'
import { useKeys } from '~/composables/useKeys'
import { useConnection } from '~/stores/connection'
import { useUnits } from '~/stores/units'
import { call, wordsOf } from '~/utils/api'

const route = useRoute()
const units = useUnits()
const connection = useConnection()
const view = ref<SheetView>()
const vehicle = ref<VehicleView>()
/** Looks answered here before a car was chosen; they go with the car a job is opened for. */
const answered = ref<{ question: string; answer: string }[]>([])
const learned = computed(() => Object.assign({}, ...answered.value.map(({ question, answer: id }) =>
  traitsImplied(sheet.value!.questions.find(candidate => candidate.id === question)!.answers.find(candidate => candidate.id === id)!.implies))) as Record<string, string>)
const trouble = ref('')
const line = ref('')
const joint = ref<string>()
const standpoint = ref<Standpoint>('under-lift')
const opening = ref(false)

async function load() {
  trouble.value = ''
  try {
    const id = String(route.params.id)
    const vehicleId = typeof route.query.vehicle === 'string' ? route.query.vehicle : undefined
    const [sheet, found] = await Promise.all([call<SheetView>('GET', `/api/sheets/${id}`), vehicleId ? call<{ vehicle: VehicleView }>('GET', `/api/vehicles/${vehicleId}`) : undefined])
    view.value = sheet
    vehicle.value = found?.vehicle
  } catch (error) {
    if (!connection.notice(error)) trouble.value = wordsOf(error)
  }
}
onMounted(load)
watch(() => connection.recoveries, () => view.value || load())

const sheet = computed(() => view.value?.sheet)
useHead({ title: () => `${sheet.value?.title ?? 'Line sheet'} · Efferent` })
const car = computed(() => vehicle.value ? { ...vehicle.value, traits: { ...learned.value, ...vehicle.value.traits } } : { family: view.value?.families[0]?.id ?? '', traits: learned.value })
const resolution = computed(() => sheet.value && resolveSheet(sheet.value, car.value))
const resolved = computed(() => resolution.value?.applies === 'yes' ? resolution.value.resolved : undefined)
watch(resolved, (value) => {
  if (value && !value.lines.some(candidate => candidate.id === line.value)) line.value = value.lines[0]?.id ?? ''
}, { immediate: true })

async function answer(id: string) {
  const question = resolved.value?.question
  if (!question || !sheet.value) return
  try {
    if (vehicle.value) vehicle.value = await call<VehicleView>('POST', `/api/vehicles/${vehicle.value.id}/traits`, { sheet: sheet.value.id, question: question.id, answer: id })
    else answered.value = [...answered.value, { question: question.id, answer: id }]
  } catch (error) {
    if (!connection.notice(error)) trouble.value = wordsOf(error)
  }
}

function select(id: string) {
  joint.value = id
  const of = resolved.value?.joints.find(candidate => candidate.id === id)
  if (of) line.value = of.line
}
const known = computed(() => sheet.value?.traits.flatMap((trait) => {
  const value = trait.values.find(candidate => candidate.id === car.value.traits[trait.id])
  return value ? [`${trait.name}: ${value.name}`] : []
}) ?? [])
const holds = computed(() => resolved.value?.holds ?? [])
const plan = computed(() => {
  if (!resolved.value || resolved.value.open.length > 0) return undefined
  const planned = planJob(resolved.value, { lines: resolved.value.lines.map(candidate => candidate.id), start: 'ground' })
  return planned.ok ? planned.value : undefined
})
const fluid = computed(() => resolved.value && plan.value ? estimateFluid(resolved.value, resolved.value.lines.map(candidate => candidate.id), plan.value.openOrder) : undefined)
const comesOff = computed(() => resolved.value?.operations ?? [])
const spec = computed(() => settleValue(sheet.value?.fluid.spec ?? 'unknown'))
const capacity = computed(() => settleValue(sheet.value?.fluid.capacity ?? 'unknown'))
const leakMinutes = computed(() => settleValue(sheet.value?.proving.leakMinutes ?? 'unknown'))
const level = computed(() => sheet.value?.levels[0])
const levelWindow = computed(() => settleWindow(level.value?.temperature ?? 'unknown'))
const years = computed(() => sheet.value?.applies[0]?.years?.join('–'))
const print = () => window.print()
useKeys({ 'j': () => (opening.value = true), 'p': print, ...Object.fromEntries(standpoints.map((point, i) => [String(i + 1), () => (standpoint.value = point)])) })
</script>

<template>
  <div v-if="trouble && !view" class="trouble" role="alert">{{ trouble }} <NuxtLink to="/lookup">Back to look up</NuxtLink></div>
  <div v-else-if="!sheet || !view" class="busy" role="status" aria-label="Loading the line sheet" />
  <div v-else class="stack">
    <div class="top">
      <div>
        <h1>{{ sheet.title }}</h1>
        <p class="soft">
          <template v-if="vehicle"><b class="plate">{{ vehicle.plate }}</b> {{ vehicle.label }} · {{ vehicle.customer }} · </template>
          <template v-else>{{ view.families.map(family => `${family.make} ${family.model} ${family.body}`).join(', ') }} · {{ years }} · </template>
          {{ systemWords[sheet.system] }} · revision {{ sheet.revision }}<template v-for="fact in known" :key="fact"> · <b>{{ fact }}</b></template>
        </p>
      </div>
      <div class="row no-print"><button class="btn main" :disabled="!resolved" @click="opening = true">Open a job <kbd>j</kbd></button><button class="btn" @click="print">Print <kbd>p</kbd></button></div>
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-if="resolution?.applies === 'no'" class="trouble">This sheet is not for this car: it is for another {{ resolution.why }}. <NuxtLink to="/lookup">Look up the right one</NuxtLink></div>
    <template v-if="resolved">
      <QuestionBar v-if="resolved.question" :question="resolved.question" @answer="answer" />
      <p v-if="resolved.open.length" class="soft">Surely on this car: {{ list(resolved.lines.map(item => item.name)) }}. Depends on the answer: {{ list(resolved.open.map(item => item.name)) }}.</p>

      <StripStack v-if="line" :resolved="resolved" :line="line" :selected="joint" :ways="plan?.ways" @line="id => (line = id)" @select="select" />

      <div class="columns">
        <FittingsTable :resolved="resolved" :selected="joint" @select="select" />
        <div class="stack">
          <div class="card pic">
          <div class="tabs" role="group" aria-label="Standpoint"><button v-for="point in standpoints" :key="point" :aria-pressed="standpoint === point" @click="standpoint = point">{{ standpointWords[point] }}</button></div>
          <RoutePicture :resolved="resolved" :standpoint="standpoint" :line="line" :selected="joint" @select="select" />
        </div>
          <CautionList :cautions="sheet.cautions.filter(item => item.phase === 'before' || item.phase === 'engine')" />
          <section class="card stack">
            <h3>Fluid</h3>
            <div class="row facts">
              <div v-if="fluid"><span class="big">{{ units.volumeRange(fluid.topUp.least, fluid.topUp.most) }}</span><small class="soft">expected top-up, all lines: likely {{ units.volume(fluid.topUp.likely) }}</small></div>
              <div v-if="capacity.kind !== 'unknown'"><span class="big">{{ units.volume(capacity.value) }}</span><small class="soft">total fill</small><SourceNote :settled="capacity" :show="units.volume" what="total fill" /></div>
            </div>
            <div v-if="spec.kind !== 'unknown'">Grade <b>{{ spec.value }}</b><br><SourceNote :settled="spec" :show="String" what="fluid grade" /></div>
            <div v-if="level">{{ level.name }}, engine {{ level.engine }}<template v-if="levelWindow.kind !== 'unknown'"> at <b class="num">{{ units.temperatureRange(levelWindow.value) }}</b><br><SourceNote :settled="levelWindow" :show="units.temperatureRange" what="level temperature" /></template></div>
            <div>Leak check after <b v-if="leakMinutes.kind !== 'unknown'" class="num">{{ leakMinutes.value }} min</b>, engine {{ sheet.proving.engine }}<br><SourceNote :settled="leakMinutes" :show="value => `${value} min`" what="leak check" /></div>
            <div class="soft">Bleeding: {{ sheet.bleeding.allowed.map(method => bleedWords[method]).join(', ') }}. {{ sheet.bleeding.summary }}</div>
          </section>
        </div>
      </div>

      <div class="columns two">
        <section class="stack"><h2>What must come off</h2>
          <div class="scroll" tabindex="0"><table class="grid"><thead><tr><th>Part</th><th>Where</th><th class="n">Off</th><th class="n">On</th><th>Fasteners</th></tr></thead>
            <tbody><tr v-for="operation in comesOff" :key="operation.id"><td><b>{{ operation.name }}</b><span class="sub">{{ plan && !plan.operations.includes(operation.id) ? 'not needed for all lines' : operation.how }}</span><span v-if="!operation.engineMayRun" class="tag warn">engine must not run without it</span></td><td class="nowrap">{{ reachWords[operation.from] }}<span class="sub">car {{ positionWords[operation.at] }}</span></td><td class="n">{{ operation.off }}&nbsp;min</td><td class="n">{{ operation.on }}&nbsp;min</td><td>{{ operation.fasteners.map(fastener => `${fastener.count} × ${fastener.what} ${fastener.size}`).join(', ') }}</td></tr></tbody></table></div>
        </section>
        <section class="stack"><h2>What holds the lines</h2>
          <div class="scroll" tabindex="0"><table class="grid"><thead><tr><th>Hold</th><th class="n">At</th><th>Opens</th><th>Hex, torque</th></tr></thead>
            <tbody><tr v-for="hold in holds" :key="hold.id"><td><b>{{ hold.name }}</b><span class="sub">{{ resolved.lines.find(item => item.id === hold.line)?.name }}</span></td><td class="n">{{ formatNumber(hold.at, 0) }}&nbsp;mm</td><td>{{ hold.opens }}<span class="sub">{{ [hold.reuse === 'never' ? 'renew' : 'reuse if good', hold.newLineBrings && 'new line brings it', hold.part].filter(Boolean).join(' · ') }}</span></td><td>{{ hold.hex ? units.hex(hold.hex) : '–' }}<template v-for="torque in [settleWindow(hold.torque ?? 'unknown')]" :key="torque.kind"><span v-if="torque.kind !== 'unknown'" class="sub">{{ units.torqueRange(torque.value) }} · {{ units.otherTorqueRange(torque.value) }}</span><SourceNote v-if="hold.torque" :settled="torque" :show="units.torqueRange" :what="`torque, ${hold.name}`" /></template></td></tr></tbody></table></div>
          <div v-if="plan" class="card">All lines: <b>{{ formatNumber(plan.minutes.total, 0) }} min</b> hands on, {{ plural(plan.moves, 'move') }} of the car. A job plans it for the lines you choose.</div>
          <ul v-if="sheet.notes.length" class="stack"><li v-for="(note, i) in sheet.notes" :key="i" class="card"><b>Note</b> {{ note.text }} <span class="soft">{{ note.by }}, {{ note.date }}</span></li></ul>
        </section>
      </div>
      <OpenJobDialog v-model="opening" :sheet="sheet" :families="view.families" :vehicle="vehicle" :traits="learned" :answered="answered" />
    </template>
  </div>
</template>

<style scoped>
.top { display: flex; gap: 16px; justify-content: space-between; align-items: flex-start; flex-wrap: wrap; }
.plate { color: var(--ink); letter-spacing: .03em; }
.columns { display: grid; grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr); gap: 14px; align-items: start; }
.columns.two { grid-template-columns: 1fr 1fr; }
.nowrap { white-space: nowrap; } .pic { padding: 0; } .pic .tabs { padding: 8px 8px 0; } .pic kbd { opacity: .8; }
.facts { align-items: flex-start; gap: 18px; } .facts small { display: block; }
@media (max-width: 1100px) { .columns, .columns.two { grid-template-columns: minmax(0, 1fr); } }
</style>
