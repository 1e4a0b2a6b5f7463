<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed, ref } from 'vue'
import { bendsFromPoints, pointsFromBends, type BendRow } from '#core/route/bendTable'
import { tidyPoints } from '#core/route/editCourse'
import { direction, distance } from '#core/route/vector'
import type { CentrePoint } from '#core/sheet/types'
import { formatNumber } from '#core/units/formatQuantity'
import { bendWords } from '#shared/words/pointsWords'

/** A section as it was measured on the old line: straights, turns and bends, from its start along its first straight. */
const props = defineProps<{ points: readonly CentrePoint[] }>()
const emit = defineEmits<{ use: [points: readonly CentrePoint[]] }>()
const tenth = (number: number) => Number(formatNumber(number, 1))
const rows = ref<BendRow[]>(
  bendsFromPoints(props.points).map(({ straight, rotate, bend, radius }) => ({
    straight: tenth(straight),
    rotate: tenth(rotate),
    bend: tenth(bend),
    radius,
  })),
)
const made = computed(() => {
  const [first, second] = props.points
  const heading = first && second && direction(first.at, second.at)
  return heading ? pointsFromBends(first.at, heading, rows.value) : undefined
})
/** How far the measured shape ends from where the section ends now: a tape and a protractor are not exact. */
const gap = computed(() => (made.value?.ok ? distance(made.value.value.at(-1)!.at, props.points.at(-1)!.at) : undefined))
const set = (at: number, key: keyof BendRow, value: number | undefined) =>
  (rows.value = rows.value.map((row, i) => (i === at ? { ...row, [key]: value ?? 0 } : row)))
const columns = [
  { key: 'straight', name: 'Straight, mm' },
  { key: 'rotate', name: 'Turn, °' },
  { key: 'bend', name: 'Bend, °' },
  { key: 'radius', name: 'Radius, mm' },
] as const
</script>

<template>
  <div class="stack">
    <p class="soft">
      From the section’s start along its first straight, as the tape and the protractor have it: straight between tangent points, turn about
      the tube’s own axis, bend, radius of the bend.
    </p>
    <v-table>
      <thead>
        <tr>
          <th>Row</th>
          <th v-for="column in columns" :key="column.key">{{ column.name }}</th>
          <td />
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, i) in rows" :key="i">
          <th scope="row">{{ i + 1 }}</th>
          <td v-for="{ key } in columns" :key="key">
            <NumberBox
              bare
              optional
              :label="`Row ${i + 1} ${key}`"
              :model-value="row[key]"
              @update:model-value="value => set(i, key, value)"
            />
          </td>
          <td>
            <v-btn-quiet :icon="mdiClose" size="small" :aria-label="`Remove row ${i + 1}`" @click="rows = rows.filter((_, k) => k !== i)" />
          </td>
        </tr>
      </tbody>
    </v-table>
    <div class="edit-line">
      <v-btn-quiet size="small" @click="rows = [...rows, { straight: 50, rotate: 0, bend: 0, radius: 0 }]">Add a row</v-btn-quiet
      ><span v-if="made && !made.ok" class="bad">{{ bendWords(made.error) }}</span
      ><span v-else-if="gap !== undefined" class="soft">ends {{ formatNumber(gap, 1) }} mm from where it ended</span>
    </div>
    <div>
      <v-btn-main size="small" :disabled="!made?.ok" @click="made?.ok && emit('use', tidyPoints(made.value))">Use this shape</v-btn-main>
    </div>
  </div>
</template>

<style scoped>
td {
  padding: 3px !important;
}
</style>
