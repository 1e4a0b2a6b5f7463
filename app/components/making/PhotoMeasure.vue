<script setup lang="ts">
import { computed, ref } from 'vue'
import { bendsFromPoints, type BendRow } from '#core/route/bendTable'
import { pointsWithRadius, tableRows } from '#core/making/tableRows'
import type { SheetOfPaper } from '#core/photo/photoJob'
import { formatNumber } from '#core/units/formatQuantity'
import { apexWords, misfitWords, photoIssueWords } from '#shared/words/photoWords'
import { useLaidPictures } from '~/composables/useLaidPictures'

/**
 * A line measured from two to four photographs with a sheet of paper or two beside it. The photographs stay on this device, unless somebody
 * keeps them with the job.
 */
const props = defineProps<{ keep?: (pictures: readonly File[]) => Promise<void> }>()
const emit = defineEmits<{ take: [rows: BendRow[]] }>()
/** Which sheet it is decides every length: nobody says it for the person who laid it there. */
const paper = ref<SheetOfPaper>()
const second = ref<SheetOfPaper>()
const legs = ref<number | undefined>(undefined)
const radius = ref<number | undefined>(undefined)
const snaps = ref(true)
const sheets = computed(() => [paper.value, ...(second.value ? [second.value] : [])])
const known = ref<readonly (number | undefined)[]>([])
const knows = ref(false)
const setKnown = (i: number, length: number | undefined) =>
  (known.value = Array.from({ length: legs.value ?? 0 }, (_, k) => (k === i ? length : known.value[k])))
const laid = useLaidPictures({ legs, sheets, snaps, known: computed(() => (knows.value ? known.value : [])) })
const { pictures, at, shown, names, joins, isLaid, ready, trouble, busy, result } = laid
const { choose, chooseSamples, add, move, drop, takeBack, work } = laid
const found = computed(() => (result.value?.ok ? result.value.value : undefined))
const next = computed(() => {
  const { length } = shown.value?.laid ?? []
  if (length >= names.value.length) return 'All points are laid. Drag one to correct it.'
  const tap = `Tap: ${names.value[length]}`
  return isLaid(shown.value!.laid) ? `${tap}; if this picture does not show it, go on.` : tap
})
function take() {
  if (found.value) emit('take', tableRows(bendsFromPoints(pointsWithRadius(found.value.apexes, radius.value))))
}
const kept = ref(false)
const keeping = ref(false)
async function keepPictures() {
  keeping.value = true
  trouble.value = ''
  try {
    await props.keep!(pictures.value.map(({ file }) => file))
    kept.value = true
  } catch (error) {
    trouble.value = `The pictures were not kept with the job. ${error instanceof Error ? error.message : ''}`
  } finally {
    keeping.value = false
  }
}
</script>

<template>
  <section class="card stack" aria-label="Measure by photographs">
    <p>
      Lay the line still on the bench, a sheet of paper beside it. Write 1 to 4 on its corners, round clockwise, the short side from 1 to 2.
      Take two to four pictures from different sides with the same camera, all of line and paper in each, held the same way round. A second
      sheet at the far end makes a long line surer.
    </p>
    <v-file-input
      label="Two to four pictures"
      accept="image/*"
      multiple
      prepend-icon=""
      :model-value="[]"
      @update:model-value="choose($event as File | File[])"
    />
    <div v-if="!keep && pictures.length === 0"><v-btn-quiet @click="chooseSamples">Try it with two sample pictures</v-btn-quiet></div>
    <div class="fields">
      <NumberField v-model="legs" label="Straights" :least="1" :most="12" />
      <NumberField v-model="radius" label="Bend radius" unit="mm" :least="1" :most="500" />
    </div>
    <p v-if="!paper" class="soft">Say which sheet of paper it is: every length comes from it.</p>
    <div class="row">
      <div class="tabs" role="group" aria-label="Paper">
        <v-btn-choice :aria-pressed="paper === 'a4'" @click="paper = 'a4'">A4 paper</v-btn-choice
        ><v-btn-choice :aria-pressed="paper === 'letter'" @click="paper = 'letter'">Letter paper</v-btn-choice>
      </div>
      <div class="tabs" role="group" aria-label="Second sheet">
        <v-btn-choice :aria-pressed="second === undefined" @click="second = undefined">One sheet</v-btn-choice
        ><v-btn-choice :aria-pressed="second === 'a4'" @click="second = 'a4'">and an A4</v-btn-choice
        ><v-btn-choice :aria-pressed="second === 'letter'" @click="second = 'letter'">and a Letter</v-btn-choice>
      </div>
    </div>
    <p v-if="trouble" class="caution" role="alert">{{ trouble }}</p>
    <template v-if="shown && legs !== undefined">
      <div class="tabs" role="group" aria-label="Pictures">
        <v-btn-choice v-for="(picture, i) in pictures" :key="picture.url" :aria-pressed="i === at" @click="at = i"
          >Picture {{ i + 1 }}<template v-if="isLaid(picture.laid)"> ✓</template></v-btn-choice
        >
      </div>
      <p role="status">
        <b>{{ next }}</b>
      </p>
      <PhotoTaps
        :url="shown.url"
        :width="shown.width"
        :height="shown.height"
        :points="shown.laid"
        :names="names"
        :joins="joins"
        @add="add"
        @move="move"
        @drop="drop"
      />
      <v-checkbox v-model="knows" label="Some straights were measured too: that makes it surer" />
      <div v-if="knows" class="fields">
        <NumberField
          v-for="n in legs"
          :key="n"
          :model-value="known[n - 1]"
          :label="`Straight ${n}, corner to corner`"
          unit="mm"
          :least="1"
          :most="10_000"
          @update:model-value="setKnown(n - 1, $event)"
        />
      </div>
      <v-checkbox v-model="snaps" label="Lay straights on the middle of the tube by its two edges" />
      <div class="row">
        <v-btn-quiet :disabled="shown.laid.length === 0" @click="takeBack">Take back the last point</v-btn-quiet
        ><v-btn-main :disabled="!ready || busy" @click="work">{{ busy ? 'Working it out …' : 'Work it out' }}</v-btn-main>
      </div>
    </template>
    <p v-if="result && !result.ok" class="caution" role="alert">{{ photoIssueWords(result.error) }}</p>
    <template v-if="found">
      <ul v-if="found.misfits.length">
        <li v-for="(misfit, i) in found.misfits.slice(0, 3)" :key="i">{{ misfitWords(misfit, names) }}</li>
      </ul>
      <p role="status">
        Measured: each corner of the line within <b>{{ formatNumber(Math.max(...found.within), 1) }} mm</b> at worst, 95 times of 100.
      </p>
      <ul class="within" aria-label="How sure each corner is">
        <li v-for="(one, n) in found.within" :key="n">
          {{ apexWords(n, found.within.length) }} <b>±{{ formatNumber(one, 1) }} mm</b>
        </li>
      </ul>
      <div class="row">
        <v-btn-second @click="take">Take this line</v-btn-second>
        <v-btn-quiet v-if="keep" :disabled="kept || keeping" @click="keepPictures">{{
          kept ? 'Kept with the job' : keeping ? 'Keeping them …' : 'Keep the pictures with the job'
        }}</v-btn-quiet>
      </div>
    </template>
  </section>
</template>

<style scoped>
.within {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  padding: 0;
  list-style: none;
}
</style>
