<script setup lang="ts">
import { computed, ref } from 'vue'
import { givesWay } from '#core/making/cutFromMoulded'
import { lieFlat } from '#core/making/tableRows'
import { pointsFromBends, type BendRow } from '#core/route/bendTable'
import { developedLength } from '#core/making/markBends'
import { formatNumber } from '#core/units/formatQuantity'
import { mouldedWords } from '#shared/words/makingWords'
import { useWorked } from '~/composables/useWorked'

/** Which stretch of a longer moulded hose takes the old one's course: both measured like a line, in straights and bends. */
const wanted = ref<readonly BendRow[]>([])
const moulded = ref<readonly BendRow[]>([])
const pointsOf = (rows: readonly BendRow[]) => {
  const made = rows.length > 0 ? pointsFromBends([0, 0, 0], [1, 0, 0], lieFlat(rows)) : undefined
  return made?.ok ? made.value : undefined
}
const [course, hose] = [computed(() => pointsOf(wanted.value)), computed(() => pointsOf(moulded.value))]
const {
  value: found,
  busy,
  failed,
} = useWorked('moulded', () => (course.value && hose.value ? { wanted: course.value, moulded: hose.value } : undefined))
const short = computed(() => developedLength(moulded.value) < developedLength(wanted.value))
</script>

<template>
  <section class="card stack" aria-labelledby="moulded">
    <h3 id="moulded">Cut from a moulded hose</h3>
    <p>
      Longer than the old one and bent like it somewhere: measure both from one end, as a line is measured, with the radius of each bend.
    </p>
    <div class="halves">
      <div class="stack">
        <h4>The old hose</h4>
        <LineRows v-model="wanted" name="The old hose" />
      </div>
      <div class="stack">
        <h4>The moulded one</h4>
        <LineRows v-model="moulded" name="The moulded hose" />
      </div>
    </div>
    <p v-if="busy" role="status">Laying one along the other.</p>
    <p v-else-if="failed" class="caution" role="alert">{{ failed }}</p>
    <template v-else-if="course && hose">
      <p v-if="short" class="caution" role="status">
        The moulded hose is shorter ({{ formatNumber(developedLength(moulded), 0) }} mm) than the old one ({{
          formatNumber(developedLength(wanted), 0)
        }}
        mm): there is nothing to cut from it.
      </p>
      <p v-else-if="!found" class="caution" role="status">One of the two cannot be drawn: its straights are too short for its bends.</p>
      <template v-else>
        <p role="status" class="cut">{{ mouldedWords(found) }}</p>
        <p v-if="found.greatest > givesWay" class="caution">
          That is more than a hose gives way without a kink or a pull on its spigots: look for another.
        </p>
        <LineViews :lines="[wanted, moulded]" :names="['the old hose', 'the moulded one']" />
      </template>
    </template>
  </section>
</template>

<style scoped>
.cut {
  font-size: 20px;
}
h4 {
  margin: 0;
  font-size: 17px;
}
</style>
