<script setup lang="ts">
import type { SheetHead } from '#shared/schemas/library'
import { systemSays } from '#shared/words/systemSays'
import type { SheetSortKey } from '#core/search/pageSheets'

/** The sheets of the library: each at a glance once it comes into sight, sorted by any of its columns. */
const props = defineProps<{ sheets: readonly SheetHead[]; sorted: { by: SheetSortKey; down: boolean } }>()
const emit = defineEmits<{ sort: [by: SheetSortKey] }>()
const columns: readonly { key: SheetSortKey; title: string; n?: true }[] = [
  { key: 'title', title: 'Sheet' },
  { key: 'system', title: 'System' },
  { key: 'appliesTo', title: 'Vehicles' },
  { key: 'revision', title: 'Revision', n: true },
]
const order = (key: SheetSortKey) => (props.sorted.by !== key ? 'none' : props.sorted.down ? 'descending' : 'ascending')
const arrow = { none: '', ascending: '▲', descending: '▼' } as const
</script>

<template>
  <!-- On a phone the table has no heads to press. -->
  <div class="sorts tabs" role="group" aria-label="Sorted by">
    <v-btn-choice v-for="column in columns" :key="column.key" :aria-pressed="sorted.by === column.key" @click="emit('sort', column.key)"
      >{{ column.title }}<span aria-hidden="true" class="way">{{ arrow[order(column.key)] }}</span></v-btn-choice
    >
  </div>
  <v-table class="boxed cards">
    <thead>
      <tr>
        <th v-for="column in columns" :key="column.key" :class="{ n: column.n }" :aria-sort="order(column.key)">
          <v-btn-quiet size="small" @click="emit('sort', column.key)"
            >{{ column.title }}<span aria-hidden="true" class="way">{{ arrow[order(column.key)] }}</span></v-btn-quiet
          >
        </th>
        <th>Lines, and where its values are from</th>
        <td />
      </tr>
    </thead>
    <tbody>
      <tr v-for="sheet in sheets" :key="sheet.id">
        <td class="name">
          <NuxtLink :to="`/sheets/${sheet.id}`"
            ><b>{{ sheet.title }}</b></NuxtLink
          ><span class="sub">{{ sheet.summary }}</span>
        </td>
        <td data-label="System">{{ systemSays[sheet.system].name }}</td>
        <td data-label="Vehicles">{{ sheet.appliesTo }}</td>
        <td class="n" data-label="Revision">{{ sheet.revision }}</td>
        <td data-label="Lines, values from">
          <v-lazy :min-height="40"><SheetGlance :sheet="sheet" /></v-lazy>
        </td>
        <td class="acts">
          <a :href="`/api/packs/export?sheets=${sheet.id}`" download :aria-label="`Export ${sheet.title}`">file</a
          ><NuxtLink :to="`/sheets/${sheet.id}/edit`" :aria-label="`Edit ${sheet.title}`">edit</NuxtLink
          ><NuxtLink :to="`/sheets/new?copy=${sheet.id}`" :aria-label="`Copy ${sheet.title}`">copy</NuxtLink>
        </td>
      </tr>
    </tbody>
  </v-table>
</template>

<style scoped>
@media (min-width: 701px) {
  .sorts {
    display: none;
  }
}
.way {
  margin-left: 6px;
  font-size: 11px;
}
.acts {
  white-space: nowrap;
}
.acts a {
  padding: 8px 6px;
}
</style>
