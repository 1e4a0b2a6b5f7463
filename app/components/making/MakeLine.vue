<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { ref } from 'vue'
import type { BendRow } from '#core/route/bendTable'
import type { Tube } from '#core/making/tubeStrength'
import { useBench } from '~/stores/bench'

/** A line from its measures to its last flare: what it is, what it is made with, where to mark, and the making itself. */
const store = useBench()
const { bench, worked, done } = storeToRefs(store)
const isFromSheet = ref(false)
const isByPhoto = ref(false)
function takeFromPhotos(rows: BendRow[]) {
  store.setLine({ rows })
  isByPhoto.value = false
}
function takeFromSheet(rows: BendRow[], tube: Partial<Tube>) {
  store.setLine({ rows, tube })
  isFromSheet.value = false
}
</script>

<template>
  <PhotoMeasure v-if="isByPhoto" class="photos" @take="takeFromPhotos" />
  <div class="halves">
    <div class="stack">
      <LineRows :model-value="bench.line.rows" name="The line" @update:model-value="store.setLine({ rows: $event })">
        <v-btn-quiet :aria-expanded="isFromSheet" @click="isFromSheet = !isFromSheet">From a line sheet</v-btn-quiet
        ><v-btn-quiet :aria-expanded="isByPhoto" @click="isByPhoto = !isByPhoto">By photographs</v-btn-quiet>
      </LineRows>
      <LineFromSheet v-if="isFromSheet" @take="takeFromSheet" />
      <TubeFields :model-value="bench.line" @update:model-value="store.setLine($event)" />
      <BenderFields :model-value="bench.line" @update:model-value="store.setLine($event)" />
    </div>
    <div class="stack">
      <LineViews v-if="bench.line.rows.length" :lines="[bench.line.rows]" :names="['the line']" />
      <MarkTable v-if="bench.line.rows.length" :worked="worked" :line="bench.line" :may-turn="done.size === 0" @turn="store.turnRound" />
      <TemplateSheets v-if="worked.made" :rows="worked.made" :worked="worked" />
      <MakeList
        v-if="bench.line.rows.length"
        :acts="worked.acts"
        :done="done"
        :loose="bench.line.loose"
        :tick="store.tick"
        @loose="store.setLine({ loose: $event })"
      />
    </div>
  </div>
</template>

<style scoped>
.photos {
  max-width: 1000px;
}
</style>
