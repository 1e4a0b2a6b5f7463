<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed, ref } from 'vue'
import type { BendRow } from '#core/route/bendTable'
import { firstBend } from '#core/making/tableRows'
import { limits } from '#shared/limits'

/** A line as it is measured: straights between the bends, how far each bend is turned from the last, its angle and its radius. */
const props = defineProps<{ name: string }>()
const rows = defineModel<readonly BendRow[]>({ required: true })
const isPasting = ref(false)

const cells = [
  { key: 'straight', name: 'Straight', unit: 'mm', least: 0, most: 10_000 },
  { key: 'rotate', name: 'Turn', unit: '°', least: -360, most: 360 },
  { key: 'bend', name: 'Bend', unit: '°', least: 0, most: 179 },
  { key: 'radius', name: 'Radius', unit: 'mm', least: 0, most: 500 },
] as const
const first = computed(() => firstBend(rows.value))
const set = (i: number, key: keyof BendRow, value: number | undefined) =>
  (rows.value = rows.value.map((row, k) => (k === i ? { ...row, [key]: value ?? 0 } : row)))
const add = () => (rows.value = [...rows.value, { straight: 0, rotate: 0, bend: 0, radius: rows.value.at(-1)?.radius ?? 0 }])
const drop = (i: number) => (rows.value = rows.value.filter((_, k) => k !== i))
function takePoints(taken: BendRow[]) {
  rows.value = taken
  isPasting.value = false
}
</script>

<template>
  <section class="stack" :aria-label="props.name">
    <v-table v-if="rows.length" class="rows">
      <thead>
        <tr>
          <th>Row</th>
          <th>Straight, mm</th>
          <th>Turn, °</th>
          <th>Bend, °</th>
          <th>Radius, mm</th>
          <td />
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, i) in rows" :key="i">
          <th scope="row">{{ i + 1 }}</th>
          <td v-for="cell in cells" :key="cell.key">
            <span v-if="cell.key === 'rotate' && i === first" class="soft">first bend</span>
            <NumberField
              v-else
              :model-value="row[cell.key]"
              :label="`${cell.name}, row ${i + 1}`"
              :unit="cell.unit"
              :least="cell.least"
              :most="cell.most"
              bare
              @update:model-value="set(i, cell.key, $event)"
            />
          </td>
          <td>
            <v-btn-quiet :icon="mdiClose" size="small" :aria-label="`Drop row ${i + 1}`" @click="drop(i)" />
          </td>
        </tr>
      </tbody>
    </v-table>
    <p v-else class="empty">
      <b>No rows yet.</b>Measure from the nut: the straight to where a bend begins, how far that bend is turned from the last, its angle.
      The last row is the straight after the last bend, with bend 0.
    </p>
    <div class="row">
      <v-btn-second :disabled="rows.length >= limits.benchRows" @click="add">Add a row</v-btn-second
      ><v-btn-quiet :aria-expanded="isPasting" @click="isPasting = !isPasting">Paste points, or open a file</v-btn-quiet><slot />
    </div>
    <LinePaste v-if="isPasting" @take="takePoints" />
  </section>
</template>

<style scoped>
.rows :deep(td) {
  padding: 4px;
  min-width: 92px;
}
.rows :deep(td:last-child) {
  min-width: 0;
}
</style>
