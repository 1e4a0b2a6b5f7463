<script setup lang="ts">
import { computed, onUnmounted, ref } from 'vue'
import { bendsFromPoints, type BendRow } from '#core/route/bendTable'
import { pointsWithRadius, tableRows } from '#core/making/tableRows'
import { layPoints, pictureOf, type Laid } from '#core/photo/laidPoints'
import type { Pixel } from '#core/photo/homography'
import type { SheetOfPaper } from '#core/photo/reconstructLine'
import { formatNumber } from '#core/units/formatQuantity'
import { legNames, misfitWords, photoIssueWords } from '#shared/words/photoWords'
import { openPictures } from '~/utils/openPictures'
import { runInWorker } from '~/utils/workerCall'

/** A line measured from two to four photographs with a sheet of paper beside it. The photographs stay on this device. */
const emit = defineEmits<{ take: [rows: BendRow[]] }>()
const pictures = ref<{ url: string; width: number; height: number; laid: Laid }[]>([])
/** Which sheet it is decides every length: nobody says it for the person who laid it there. */
const paper = ref<SheetOfPaper>()
const legs = ref<number | undefined>(undefined)
const radius = ref<number | undefined>(undefined)
const at = ref(0)
const trouble = ref('')
const busy = ref(false)
const result = ref<Awaited<ReturnType<typeof measure>>>()
const shown = computed(() => pictures.value[at.value])
const names = computed(() => legNames(legs.value ?? 0))
const ready = computed(
  () =>
    paper.value !== undefined &&
    pictures.value.length >= 2 &&
    legs.value !== undefined &&
    pictures.value.every(({ laid }) => laid.length === names.value.length),
)
const joins = computed(() => layPoints(legs.value ?? 0).joins)

async function choose(files: File | File[]) {
  trouble.value = ''
  result.value = undefined
  const opened = await openPictures([files].flat().slice(0, 4))
  if (!opened.ok) return void (trouble.value = opened.words)
  forget()
  pictures.value = opened.pictures.map(picture => ({ ...picture, laid: [] }))
  at.value = 0
}
const forget = () => pictures.value.forEach(({ url }) => URL.revokeObjectURL(url))
onUnmounted(forget)
function lay(change: (laid: Laid) => Laid) {
  result.value = undefined
  pictures.value = pictures.value.map((picture, i) => (i === at.value ? { ...picture, laid: change(picture.laid) } : picture))
}
const add = (to: Pixel) => lay(laid => [...laid, to])
const move = (n: number, to: Pixel) => lay(laid => laid.map((one, i) => (i === n ? to : one)))
const measure = () =>
  runInWorker('reconstruct', {
    width: pictures.value[0]!.width,
    height: pictures.value[0]!.height,
    papers: [paper.value!],
    pictures: pictures.value.map(({ laid }) => pictureOf(laid, legs.value!)),
  })
async function work() {
  busy.value = true
  try {
    result.value = await measure()
  } finally {
    busy.value = false
  }
}
const found = computed(() => (result.value?.ok ? result.value.value : undefined))
function take() {
  if (found.value) emit('take', tableRows(bendsFromPoints(pointsWithRadius(found.value.apexes, radius.value))))
}
</script>

<template>
  <section class="card stack" aria-label="Measure by photographs">
    <p>
      Lay the line still on the bench, a sheet of paper beside it. Write 1 to 4 on its corners, round clockwise, the short side from 1 to 2.
      Take two to four pictures from different sides with the same camera, all of line and paper in each, held the same way round.
    </p>
    <v-file-input
      label="Two to four pictures"
      accept="image/*"
      multiple
      prepend-icon=""
      :model-value="[]"
      @update:model-value="choose($event as File | File[])"
    />
    <div class="fields">
      <NumberField v-model="legs" label="Straights" :least="1" :most="12" />
      <NumberField v-model="radius" label="Bend radius" unit="mm" :least="1" :most="500" />
    </div>
    <p v-if="!paper" class="soft">Say which sheet of paper it is: every length comes from it.</p>
    <div class="tabs" role="group" aria-label="Paper">
      <v-btn-choice :aria-pressed="paper === 'a4'" @click="paper = 'a4'">A4 paper</v-btn-choice
      ><v-btn-choice :aria-pressed="paper === 'letter'" @click="paper = 'letter'">Letter paper</v-btn-choice>
    </div>
    <p v-if="trouble" class="caution" role="alert">{{ trouble }}</p>
    <template v-if="shown && legs !== undefined">
      <div class="tabs" role="group" aria-label="Pictures">
        <v-btn-choice v-for="(picture, i) in pictures" :key="picture.url" :aria-pressed="i === at" @click="at = i"
          >Picture {{ i + 1 }}<template v-if="picture.laid.length === names.length"> ✓</template></v-btn-choice
        >
      </div>
      <p role="status">
        <b>{{ shown.laid.length < names.length ? `Tap: ${names[shown.laid.length]}` : 'All points are laid. Drag one to correct it.' }}</b>
      </p>
      <PhotoTaps v-bind="shown" :points="shown.laid" :names="names" :joins="joins" @add="add" @move="move" />
      <div class="row">
        <v-btn-quiet :disabled="shown.laid.length === 0" @click="lay(laid => laid.slice(0, -1))">Take back the last point</v-btn-quiet
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
      <div><v-btn-second @click="take">Take this line</v-btn-second></div>
    </template>
  </section>
</template>
