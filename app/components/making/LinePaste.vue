<script setup lang="ts">
import { computed, ref } from 'vue'
import { readDxf } from '#core/exchange/readDxf'
import { readPoints } from '#core/exchange/readPoints'
import { pointsWithRadius, tableRows } from '#core/making/tableRows'
import { bendsFromPoints, type BendRow } from '#core/route/bendTable'
import type { CentrePoint } from '#core/sheet/types'
import { limits } from '#shared/limits'
import { dxfWords, pointsWords } from '#shared/words/pointsWords'

/** A line as points from elsewhere: pasted, or out of a file; a drawing says nothing of radii, so they are asked. */
const emit = defineEmits<{ take: [rows: BendRow[]] }>()
const pasted = ref('')
const drawing = ref<{ name: string; text: string }>()
const radius = ref<number>()
const trouble = ref('')
const isReady = computed(() => (drawing.value ? radius.value !== undefined : pasted.value.trim() !== ''))

async function choose(chosen: File | File[] | null | undefined): Promise<void> {
  const file = Array.isArray(chosen) ? chosen[0] : chosen
  trouble.value = ''
  drawing.value = undefined
  if (!file) return
  if (file.size > limits.pointsBytes) {
    trouble.value = `“${file.name}” is too large for one line: at most ${limits.pointsBytes / 1024 / 1024} MB.`
    return
  }
  const text = await file.text()
  if (/\.dxf$/i.test(file.name)) drawing.value = { name: file.name, text }
  else pasted.value = text
}

/** Its points, or why there are none. */
function read(): CentrePoint[] | string {
  if (drawing.value) {
    const corners = readDxf(drawing.value.text, limits.benchRows)
    if (!corners.ok) return dxfWords(corners.error)
    const at = corners.value.map(corner => corner.at)
    return pointsWithRadius(at, radius.value)
  }
  const points = readPoints(pasted.value)
  return points.ok ? points.value : pointsWords(points.error)
}
function take(): void {
  const points = read()
  trouble.value = typeof points === 'string' ? points : points.length < 2 ? 'A line needs two points at least.' : ''
  if (typeof points !== 'string' && !trouble.value) emit('take', tableRows(bendsFromPoints(points)))
}
</script>

<template>
  <div class="stack">
    <v-file-input
      label="A file: points as CSV, or a drawing as DXF"
      accept=".csv,.txt,.xyz,.dxf"
      prepend-icon=""
      @update:model-value="choose"
    />
    <template v-if="drawing">
      <p>“{{ drawing.name }}” is taken from corner to corner.</p>
      <NumberField v-model="radius" label="Radius of its bends" unit="mm" :least="1" :most="500" />
    </template>
    <v-textarea v-else v-model="pasted" label="x, y, z, radius in mm, one point a row" :rows="4" />
    <p v-if="trouble" class="bad" role="alert">{{ trouble }}</p>
    <div><v-btn-second :disabled="!isReady" @click="take">Take these points</v-btn-second></div>
  </div>
</template>
