<script setup lang="ts">
import type { JobRow } from '#shared/schemas/jobRow'

/** Cars of jobs, each leading to the line sheet it is worked on by, as it is on that car. */
defineProps<{ id: string; title: string; rows: readonly JobRow[] }>()
</script>

<template>
  <section :aria-labelledby="id">
    <h2 :id="id">{{ title }}</h2>
    <ul class="link-cards">
      <li v-for="row in rows" :key="row.id">
        <NuxtLink :to="`/sheets/${row.sheet}${row.vehicleId ? `?vehicle=${row.vehicleId}` : ''}`" class="card"
          ><b>{{ row.plate }}</b> {{ row.vehicle }}<span class="sub">{{ row.sheetTitle }}</span></NuxtLink
        >
      </li>
    </ul>
  </section>
</template>
