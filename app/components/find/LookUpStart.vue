<script setup lang="ts">
import { computed } from 'vue'
import type { System } from '#core/sheet/types'
import { plural, systemWords } from '#shared/words/vocabulary'
import { useServerData } from '~/composables/useServerData'
import { useConnection } from '~/stores/connection'
import { useFloor } from '~/stores/floor'
import { allSheets } from '~/utils/allSheets'

/** Before a letter is typed: the cars that are here, and the lines by what they carry. */
const connection = useConnection()
const floor = useFloor()
const { data: sheets } = useServerData(
  () => 'sheets',
  () => allSheets(connection.look),
)
/** Who was worked on last comes first. */
const here = computed(() => floor.open.toSorted((a, b) => b.updatedAt.localeCompare(a.updatedAt)).slice(0, 12))
const systems = computed(() => {
  const counts = new Map<System, number>()
  for (const sheet of sheets.value ?? []) counts.set(sheet.system as System, (counts.get(sheet.system as System) ?? 0) + 1)
  return [...counts].sort(([a], [b]) => systemWords[a].localeCompare(systemWords[b]))
})
</script>

<template>
  <div class="start stack">
    <section v-if="!floor.rows" aria-hidden="true">
      <h2>Here today</h2>
      <div class="cars"><v-skeleton-loader v-for="n in 8" :key="n" class="car" type="list-item-two-line" height="70" /></div>
    </section>
    <section v-else-if="here.length" aria-labelledby="here">
      <h2 id="here">Here today</h2>
      <ul class="cars">
        <li v-for="row in here" :key="row.id">
          <NuxtLink :to="`/sheets/${row.sheet}`" class="card car"
            ><b>{{ row.plate }}</b> {{ row.vehicle }}<span class="sub">{{ row.sheetTitle }}</span></NuxtLink
          >
        </li>
      </ul>
    </section>
    <section aria-labelledby="hand">
      <h2 id="hand">In your hand</h2>
      <ul class="cars">
        <li>
          <NuxtLink to="/bench?tool=fitting" class="card car"
            ><b>Which fitting is this?</b><span class="sub">by caliper, pitch, hex and what seals</span></NuxtLink
          >
        </li>
        <li>
          <NuxtLink to="/bench" class="card car"
            ><b>A line to match or make</b><span class="sub">by rule, by points or by photographs</span></NuxtLink
          >
        </li>
      </ul>
    </section>
    <section v-if="systems.length" aria-labelledby="systems">
      <h2 id="systems">By what the lines carry</h2>
      <ul class="cars">
        <li v-for="[system, count] in systems" :key="system">
          <NuxtLink :to="`/library?system=${system}`" class="card car"
            ><b>{{ systemWords[system] }}</b
            ><span class="sub">{{ plural(count, 'line sheet') }}</span></NuxtLink
          >
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.cars {
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 10px;
  margin-top: 8px;
}
.car {
  display: block;
  min-height: 64px;
  text-decoration: none;
}
.car .sub {
  display: block;
}
.car:hover {
  border-color: var(--ink);
}
</style>
