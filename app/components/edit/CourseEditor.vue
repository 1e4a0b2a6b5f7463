<script setup lang="ts">
import { computed, ref } from 'vue'
import { readPoints } from '#core/exchange/readPoints'
import { developLine } from '#core/route/developLine'
import { nextSection, setSectionPoints } from '#core/route/editCourse'
import type { CentrePoint, Section } from '#core/sheet/types'
import { formatNumber } from '#core/units/formatQuantity'
import { pointsWords } from '#shared/words/pointsWords'

/**
 * The course of a line: its sections, and each one's centre line by typed points, a pasted table, or straights and bends measured on the
 * old line.
 */
const props = defineProps<{ sections: readonly Section[] }>()
const emit = defineEmits<{ change: [sections: readonly Section[]] }>()

const at = ref(0)
const section = computed(() => props.sections[Math.min(at.value, props.sections.length - 1)])
const mode = ref<'points' | 'table' | 'measured'>('points')
const pasted = ref('')
const trouble = ref('')
const developed = computed(() => developLine(props.sections))
const ownLength = computed(() => {
  const own = section.value && developLine([section.value])
  return own?.ok ? own.value.length : undefined
})

const set = (sections: readonly Section[]) => emit('change', sections)
function usePoints(points: readonly CentrePoint[]) {
  set(setSectionPoints(props.sections, at.value, points))
  mode.value = 'points'
}
function usePasted() {
  const read = readPoints(pasted.value)
  trouble.value = read.ok ? (read.value.length < 2 ? 'A section needs two points at least.' : '') : pointsWords(read.error)
  if (!read.ok || trouble.value) return
  usePoints(read.value)
  pasted.value = ''
}
function addSection() {
  set([...props.sections, nextSection(props.sections)])
  at.value = props.sections.length
}
function dropSection() {
  set(props.sections.filter((_, i) => i !== at.value))
  at.value = Math.max(0, at.value - 1)
}
</script>

<template>
  <fieldset class="edit-part">
    <legend>
      Course<template v-if="developed.ok">, {{ formatNumber(developed.value.length, 0) }} mm in all</template>
    </legend>
    <div class="tabs" role="group" aria-label="Sections">
      <v-btn-choice v-for="(item, i) in sections" :key="i" :aria-pressed="i === at" @click="at = i">
        {{ i + 1 }} {{ item.kind }}</v-btn-choice
      ><v-btn-choice @click="addSection">+ section</v-btn-choice>
    </div>
    <template v-if="section">
      <CourseSection :model-value="section" @update:model-value="next => set(sections.map((one, i) => (i === at ? next : one)))">
        <span v-if="ownLength !== undefined" class="soft">{{ formatNumber(ownLength, 0) }} mm</span
        ><v-btn-quiet v-if="sections.length > 1" size="small" @click="dropSection">Remove</v-btn-quiet>
      </CourseSection>
      <div class="tabs" role="group" aria-label="How the course is given">
        <v-btn-choice :aria-pressed="mode === 'points'" @click="mode = 'points'">Points</v-btn-choice
        ><v-btn-choice :aria-pressed="mode === 'table'" @click="mode = 'table'">Paste a table</v-btn-choice
        ><v-btn-choice :aria-pressed="mode === 'measured'" @click="mode = 'measured'">Straights and bends</v-btn-choice>
      </div>
      <CoursePoints v-if="mode === 'points'" :model-value="section.points" @update:model-value="usePoints" />
      <div v-else-if="mode === 'table'" class="stack">
        <v-textarea
          v-model="pasted"
          label="One point a row: x, y, z, radius, in mm"
          :rows="6"
          placeholder="0, 0, 500&#10;100, 0, 500, 25&#10;100, 80, 480"
        />
        <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
        <div><v-btn-main size="small" @click="usePasted">Use these points</v-btn-main></div>
      </div>
      <CourseMeasured v-else :key="at" :points="section.points" @use="usePoints" />
    </template>
  </fieldset>
</template>
