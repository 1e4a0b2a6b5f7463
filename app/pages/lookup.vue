<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { navigateTo, useHead, useRoute } from '#imports'
import type { SearchHit, SearchResult } from '#shared/schemas/api'
import { useConnection } from '~/stores/connection'
import { call, wordsOf } from '~/utils/api'

useHead({ title: 'Look up · Efferent' })
const route = useRoute()
const connection = useConnection()
const query = ref(typeof route.query.q === 'string' ? route.query.q : '')
const result = ref<SearchResult>()
const trouble = ref('')
const at = ref(0)
const box = ref<HTMLInputElement>()
let wanted = 0

const vehicles = computed(() => result.value?.hits.filter((hit): hit is Extract<SearchHit, { kind: 'vehicle' }> => hit.kind === 'vehicle') ?? [])
const sheets = computed(() => result.value?.hits.filter((hit): hit is Extract<SearchHit, { kind: 'sheet' }> => hit.kind === 'sheet') ?? [])
/** Everything Enter can open, in the order it stands on the page. */
const targets = computed(() => [
  ...vehicles.value.flatMap(hit => hit.sheets.map(sheet => `/sheets/${sheet.id}?vehicle=${hit.vehicle.id}`)),
  ...sheets.value.map(hit => `/sheets/${hit.sheet.id}`),
])

async function search() {
  const mine = ++wanted
  trouble.value = ''
  if (!query.value.trim()) {
    result.value = undefined
    return
  }
  try {
    const answer = await call<SearchResult>('GET', `/api/search?q=${encodeURIComponent(query.value)}`)
    // Only the answer to the last keystroke counts.
    if (mine === wanted) {
      result.value = answer
      at.value = 0
    }
  } catch (error) {
    if (!connection.notice(error)) trouble.value = wordsOf(error)
  }
}
watch(query, search)
watch(() => route.query.q, q => typeof q === 'string' && (query.value = q))
watch(() => connection.recoveries, search)
onMounted(() => {
  box.value?.focus()
  void search()
})
const move = (by: number) => (at.value = Math.max(0, Math.min(targets.value.length - 1, at.value + by)))
const open = () => targets.value[at.value] && navigateTo(targets.value[at.value])
</script>

<template>
  <div class="stack">
    <h1>Look up</h1>
    <label class="sr" for="q">Part of a vehicle, a plate, a customer, or which lines</label>
    <input id="q" ref="box" v-model="query" class="q" type="search" autocomplete="off" placeholder="halyard, SK 41 LYN, cooler lines …" @keydown.down.prevent="move(1)" @keydown.up.prevent="move(-1)" @keydown.enter.prevent="open">
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-if="!query.trim()" class="empty"><b>What is on the lift?</b>Type part of a vehicle, a plate, a customer’s name, or the lines: “cooler lines”.</div>
    <div v-else-if="result && result.hits.length === 0" class="empty"><b>Nothing fits “{{ result.query }}”.</b>Try fewer letters, or the plate. A new customer’s car is added from its line sheet.</div>
    <section v-if="vehicles.length" class="stack" aria-label="Vehicles">
      <h2>Vehicles</h2>
      <ul class="stack">
        <li v-for="hit in vehicles" :key="hit.vehicle.id" class="card hit">
          <div><b class="plate">{{ hit.vehicle.plate }}</b><span>{{ hit.vehicle.label }}</span><span class="soft">{{ hit.vehicle.customer }}</span></div>
          <div class="row">
            <NuxtLink v-for="sheet in hit.sheets" :key="sheet.id" class="btn tight" :class="{ main: targets[at] === `/sheets/${sheet.id}?vehicle=${hit.vehicle.id}` }" :to="`/sheets/${sheet.id}?vehicle=${hit.vehicle.id}`">{{ sheet.title }}</NuxtLink>
            <span v-if="hit.sheets.length === 0" class="soft">no line sheet for this car yet</span>
          </div>
        </li>
      </ul>
    </section>
    <section v-if="sheets.length" class="stack" aria-label="Line sheets">
      <h2>Line sheets</h2>
      <ul class="stack">
        <li v-for="hit in sheets" :key="hit.sheet.id" class="card hit">
          <div><b>{{ hit.sheet.title }}</b><span>{{ hit.sheet.appliesTo }}</span><span class="soft">{{ hit.sheet.summary }}</span></div>
          <NuxtLink class="btn tight" :class="{ main: targets[at] === `/sheets/${hit.sheet.id}` }" :to="`/sheets/${hit.sheet.id}`">Open the sheet</NuxtLink>
        </li>
      </ul>
    </section>
    <p v-if="result" class="soft small" aria-live="polite">{{ result.hits.length }} found. Arrow keys choose, Enter opens.</p>
  </div>
</template>

<style scoped>
.q { font: 500 22px/1 var(--face); height: 58px; padding: 0 16px; border: 2px solid var(--ink); border-radius: 3px; background: var(--card); color: var(--ink); width: 100%; max-width: 720px; }
.q::placeholder { color: var(--soft); opacity: 1; }
.hit { display: flex; gap: 16px; justify-content: space-between; align-items: center; flex-wrap: wrap; }
.hit div:first-child { display: grid; gap: 1px; }
.plate { font-size: 20px; letter-spacing: .03em; }
</style>
