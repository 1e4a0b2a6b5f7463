<script setup lang="ts">
import { answers } from '#shared/schemas/answers'
import { useServerData } from '~/composables/useServerData'
import { useServerAct } from '~/composables/useServerAct'
import { valueOf } from '#core/result'
import { identifyWords } from '#shared/words/identifyWords'
import { computed, ref, watch } from 'vue'
import { useHead, useRoute } from '#imports'
import { identifyLayouts, type CannotSee } from '#core/identify/identifyLayouts'
import { traitsImplied } from '#core/sheet/evaluatePredicate'
import { fitOf } from '#core/sheet/fitOf'
import { systems, type Car, type Sheet, type System } from '#core/sheet/types'
import type { VehicleView } from '#shared/schemas/api'
import { layoutWords } from '#shared/words/layoutWords'
import { systemWords } from '#shared/words/vocabulary'
import { useConnection } from '~/stores/connection'
import { allSheets } from '~/utils/allSheets'
import { call } from '~/utils/api'
import { queryOfCar } from '~/utils/carQuery'

useHead({ title: 'This car · Efferent' })
const route = useRoute()
const connection = useConnection()
const vehicle = ref<VehicleView>()
const family = ref('')
const year = ref('')
const engine = ref<string>()
const learned = ref<Record<string, string>>({})
const cannotSee = ref<CannotSee[]>([])
const system = ref<System>()

const { data: begun, trouble: unread } = useServerData(
  () => `car ${String(route.query.vehicle ?? '')}`,
  async () => {
    const id = typeof route.query.vehicle === 'string' ? route.query.vehicle : undefined
    const [families, found] = await Promise.all([
      connection.look('/api/families', answers.families),
      id ? connection.look(`/api/vehicles/${id}`, answers.vehicleFound) : undefined,
    ])
    return { families, vehicle: found?.vehicle }
  },
)
const families = computed(() => begun.value?.families ?? [])
watch(begun, now => {
  if (!now) return
  vehicle.value = now.vehicle
  family.value = now.vehicle?.family ?? (now.families.some(item => item.id === route.query.family) ? String(route.query.family) : '')
})
const { data: sheets, trouble: unreadSheets } = useServerData(
  () => `sheets of ${family.value}`,
  async (): Promise<Sheet[] | undefined> => {
    if (!family.value) return undefined
    const heads = await allSheets(connection.look, family.value)
    return (await Promise.all(heads.map(head => connection.look(`/api/sheets/${head.id}`, answers.sheet)))).map(view => view.sheet)
  },
)
watch(family, () => {
  system.value = undefined
  learned.value = {}
  cannotSee.value = []
})
const { trouble: unanswered, act } = useServerAct()
const trouble = computed(() => unread.value || unreadSheets.value || unanswered.value)
const makes = computed(() =>
  [...new Set(families.value.map(item => item.make))]
    .sort()
    .map(make => ({ make, models: families.value.filter(item => item.make === make).sort((a, b) => (a.model < b.model ? -1 : 1)) })),
)
const engines = computed(() => families.value.find(item => item.id === family.value)?.engines ?? [])
const car = computed<Car>(() =>
  vehicle.value
    ? { ...vehicle.value, traits: { ...learned.value, ...vehicle.value.traits } }
    : {
        family: family.value,
        ...(Number(year.value) > 1900 ? { year: Number(year.value) } : {}),
        ...(engine.value ? { engine: engine.value } : {}),
        traits: learned.value,
      },
)
const possible = computed(() => sheets.value?.filter(sheet => fitOf(sheet, car.value) === undefined) ?? [])
const present = computed(() => systems.filter(one => possible.value.some(sheet => sheet.system === one)))
watch(
  present,
  now => {
    if (!system.value || !now.includes(system.value)) system.value = now[0]
  },
  { immediate: true },
)
const asked = computed(() => sheets.value?.filter(sheet => sheet.system === system.value) ?? [])
const identified = computed(() => (asked.value.length > 0 ? identifyLayouts(asked.value, car.value, cannotSee.value) : undefined))
const identification = computed(() => identified.value && valueOf(identified.value))
const tooMany = computed(() => (identified.value && !identified.value.ok ? identifyWords(identified.value.error) : ''))
const only = computed(() => (identification.value?.layouts.length === 1 ? identification.value.layouts[0] : undefined))
const pathTo = (sheet: Sheet) =>
  vehicle.value
    ? `/sheets/${sheet.id}?vehicle=${vehicle.value.id}`
    : `/sheets/${sheet.id}?${new URLSearchParams(queryOfCar(car.value)).toString()}`
async function answer(look: { sheet: string; question: string; answer: string }) {
  const implies = asked.value
    .find(sheet => sheet.id === look.sheet)
    ?.questions.find(question => question.id === look.question)
    ?.answers.find(item => item.id === look.answer)?.implies
  if (!implies) return
  await act(async () => {
    if (vehicle.value) vehicle.value = await call('POST', `/api/vehicles/${vehicle.value.id}/traits`, answers.vehicle, look)
    else learned.value = { ...learned.value, ...traitsImplied(implies) }
  })
}
const known = computed(() => [
  ...new Set(
    asked.value
      .flatMap(sheet => sheet.traits)
      .flatMap(trait => {
        const value = trait.values.find(item => item.id === car.value.traits[trait.id])
        return value ? [`${trait.name}: ${value.name}`] : []
      }),
  ),
])
</script>

<template>
  <div class="stack">
    <h1>{{ vehicle ? `${vehicle.plate}, ${vehicle.label}` : 'Which car, which lines?' }}</h1>
    <p v-if="vehicle" class="soft">
      {{ vehicle.customer }}<template v-if="vehicle.vin"> · {{ vehicle.vin }}</template>
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-if="!vehicle" class="facts card">
      <v-select
        v-model="family"
        :items="families.map(item => ({ value: item.id, title: `${item.make} ${item.model} ${item.body}` }))"
        label="Make and model"
      /><v-text-field v-model="year" label="Year, if known" inputmode="numeric" /><v-select
        v-model="engine"
        :items="engines.map(item => ({ value: item.id, title: item.name }))"
        label="Engine, if known"
        clearable
        :disabled="engines.length === 0"
      />
    </div>
    <template v-if="!family">
      <p class="soft">Choose the car. Year and engine narrow it; what they leave open, a look at the car settles.</p>
      <section v-for="{ make, models } in makes" :key="make" class="make">
        <h2>{{ make }}</h2>
        <div class="row models">
          <v-btn-second v-for="item in models" :key="item.id" @click="family = item.id">
            {{ item.model }} <span class="soft">{{ item.body }}, {{ item.years[0] }}–{{ item.years[1] }}</span>
          </v-btn-second>
        </div>
      </section>
      <div v-if="families.length === 0" class="empty">
        <b>No cars are known yet.</b>They come with the line sheets: a lead imports a pack or writes the first sheet.
      </div>
    </template>
    <div v-else-if="!sheets" class="busy" role="status" aria-label="Loading the line sheets" />
    <div v-else-if="present.length === 0" class="empty">
      <b>No line sheet here is for this car.</b>A lead can write one, or import a pack.
    </div>
    <template v-else>
      <div class="tabs" role="group" aria-label="System">
        <v-btn-choice
          v-for="one in present"
          :key="one"
          :aria-pressed="system === one"
          @click="
            () => {
              system = one
              cannotSee = []
            }
          "
        >
          {{ systemWords[one] }}
        </v-btn-choice>
      </div>
      <p v-if="known.length" class="soft">
        Known: <b>{{ known.join(' · ') }}</b>
      </p>
      <IdentifyBar
        v-if="identification"
        :identification="identification"
        :sheets="asked"
        :unseen="cannotSee.length"
        @answer="answer"
        @cannot-see="look => (cannotSee = [...cannotSee, look])"
        @again="cannotSee = []"
      />
      <p v-if="tooMany" class="caution" role="status">{{ tooMany }}</p>
      <div v-if="only" class="good">Settled: {{ layoutWords(only, asked) }}.</div>
      <ul class="stack">
        <li v-for="sheet in possible.filter(item => item.system === system)" :key="sheet.id" class="card hit">
          <div>
            <b>{{ sheet.title }}</b><span class="soft">{{ sheet.summary }}</span>
          </div>
          <v-btn-second size="small" :class="{ main: only }" :to="pathTo(sheet)">Open the sheet</v-btn-second>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: 2fr 1fr 1.4fr;
  gap: 12px;
}
.make {
  display: grid;
  grid-template-columns: 120px 1fr;
  gap: 10px;
  align-items: start;
  border-top: 2px solid var(--rule);
  padding-top: 10px;
}
.make h2 {
  line-height: 48px;
}
.models {
  flex-wrap: wrap;
  gap: 8px;
}
.models .v-btn {
  gap: 8px;
}
.models .soft {
  font-weight: 400;
}
.hit {
  display: flex;
  justify-content: space-between;
  gap: 14px;
  align-items: center;
  flex-wrap: wrap;
}
.hit div {
  display: grid;
  flex: 1 1 280px;
}
@media (max-width: 700px) {
  .facts,
  .make {
    grid-template-columns: 1fr;
  }
  .make h2 {
    line-height: 1.4;
  }
}
</style>
