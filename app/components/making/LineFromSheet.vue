<script setup lang="ts">
import { computed, ref } from 'vue'
import { tubesOnSheet } from '#core/making/lineOnSheet'
import type { Tube } from '#core/making/tubeStrength'
import type { BendRow } from '#core/route/bendTable'
import { useServerData } from '~/composables/useServerData'
import { useConnection } from '~/stores/connection'
import { sheetAnswers } from '~/utils/answers'

/** A line as a sheet has it: its own tube pieces, one of which is taken. */
const props = defineProps<{ sheet?: string }>()
const emit = defineEmits<{ take: [rows: BendRow[], tube: Partial<Tube>] }>()
const connection = useConnection()
const sheet = ref(props.sheet ?? null)
const { data: view } = useServerData(
  () => `sheet ${sheet.value}`,
  async () => (sheet.value ? connection.look(`/api/sheets/${sheet.value}`, sheetAnswers.sheet) : undefined),
)
const pieces = computed(() =>
  (view.value?.sheet.lines ?? []).flatMap(line =>
    tubesOnSheet(line).map((piece, i, all) => ({
      value: `${line.id} ${i}`,
      title: all.length > 1 ? `${line.name}, piece ${i + 1}` : line.name,
      piece,
    })),
  ),
)
function take(value: string | null) {
  const found = pieces.value.find(piece => piece.value === value)?.piece
  if (found) emit('take', found.rows, found.tube)
}
</script>

<template>
  <div class="fields">
    <SheetPick v-model="sheet" label="Line sheet" none="No line sheet is called that." />
    <v-select
      :model-value="null"
      :items="pieces"
      :disabled="pieces.length === 0"
      :label="sheet && view && pieces.length === 0 ? 'No tube on this sheet' : 'Its line'"
      @update:model-value="take"
    />
  </div>
</template>
