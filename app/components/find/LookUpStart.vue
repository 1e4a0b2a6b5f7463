<script setup lang="ts">
import { computed } from 'vue'
import type { JobRow } from '#shared/schemas/jobRow'
import { plural } from '#shared/words/vocabulary'
import { systemSays } from '#shared/words/systemSays'
import { useServerData } from '~/composables/useServerData'
import { useFloor } from '~/stores/floor'
import { lookSheets } from '~/utils/lookSheets'

/** Before a letter is typed: the cars that are here and those that lately were, and the lines by what they carry. */
const floor = useFloor()
const { data: library } = useServerData(
  () => 'systems',
  () => lookSheets({ most: 0 }),
)
/** Who was worked on last comes first. */
const lastFirst = (rows: readonly JobRow[]) => rows.toSorted((a, b) => b.updatedAt.localeCompare(a.updatedAt)).slice(0, 12)
const here = computed(() => lastFirst(floor.open))
const lately = computed(() => lastFirst(floor.rows?.filter(row => !floor.open.includes(row)) ?? []))
const systems = computed(() => library.value?.systems ?? [])
</script>

<template>
  <div class="start stack">
    <section v-if="!floor.rows" aria-hidden="true">
      <h2>Here today</h2>
      <div class="link-cards"><v-skeleton-loader v-for="n in 8" :key="n" class="card" type="list-item-two-line" height="70" /></div>
    </section>
    <CarCards v-else-if="here.length" id="here" title="Here today" :rows="here" />
    <div class="pair">
      <section aria-labelledby="hand">
        <h2 id="hand">In your hand</h2>
        <ul class="link-cards">
          <li>
            <NuxtLink to="/bench?tool=fitting" class="card"
              ><b>Which fitting is this?</b><span class="sub">by caliper, pitch, hex and what seals</span></NuxtLink
            >
          </li>
          <li>
            <NuxtLink to="/bench" class="card"
              ><b>A line to match or make</b><span class="sub">by rule, by points or by photographs</span></NuxtLink
            >
          </li>
        </ul>
      </section>
      <CarCards v-if="lately.length" id="lately" title="Lately" :rows="lately" />
    </div>
    <section v-if="systems.length" aria-labelledby="systems">
      <h2 id="systems">By what the lines carry</h2>
      <HereOnly v-if="library?.isHereOnly" />
      <ul class="link-cards">
        <li v-for="{ system, count, first } in systems" :key="system">
          <NuxtLink :to="`/library?system=${system}`" class="card"
            ><b>{{ systemSays[system].name }}</b
            ><span class="sub">{{ plural(count, 'line sheet') }}</span
            ><SheetGlance :sheet="first" lines-only
          /></NuxtLink>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 500px), 1fr));
  gap: 14px 10px;
}
.link-cards :deep(.glance) {
  min-height: 26px;
  margin-top: 6px;
}
</style>
