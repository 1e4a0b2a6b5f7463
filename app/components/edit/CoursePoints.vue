<script setup lang="ts">
import { mdiClose, mdiPlus } from '@mdi/js'
import { insertPoint, movePoint, setRadius } from '#core/route/editCourse'
import type { CentrePoint } from '#core/sheet/types'

/** The corners of a section in the car's own space, and how round each is bent. */
const points = defineModel<readonly CentrePoint[]>({ required: true })
</script>

<template>
  <v-table>
    <thead>
      <tr>
        <th>Point</th>
        <th>x, mm</th>
        <th>y, mm</th>
        <th>z, mm</th>
        <th>Radius, mm</th>
        <td />
      </tr>
    </thead>
    <tbody>
      <tr v-for="(point, i) in points" :key="i">
        <th scope="row">{{ i + 1 }}</th>
        <td v-for="axis in [0, 1, 2] as const" :key="axis">
          <NumberBox
            bare
            :label="`Point ${i + 1} ${'xyz'[axis]}`"
            :model-value="point.at[axis]"
            @update:model-value="value => value !== undefined && (points = movePoint(points, i, axis, value))"
          />
        </td>
        <td>
          <NumberBox
            v-if="i > 0 && i < points.length - 1"
            bare
            optional
            :label="`Point ${i + 1} radius`"
            :model-value="point.radius"
            @update:model-value="value => (points = setRadius(points, i, value))"
          />
        </td>
        <td class="acts">
          <v-btn-quiet :icon="mdiPlus" size="small" :aria-label="`Add a point after ${i + 1}`" @click="points = insertPoint(points, i)" />
          <v-btn-quiet
            v-if="points.length > 2"
            :icon="mdiClose"
            size="small"
            :aria-label="`Remove point ${i + 1}`"
            @click="points = points.filter((_, k) => k !== i)"
          />
        </td>
      </tr>
    </tbody>
  </v-table>
</template>

<style scoped>
td {
  padding: 3px !important;
}
.acts {
  white-space: nowrap;
}
</style>
