<script setup lang="ts">
import { computed, ref } from 'vue'
import { nearTheWay } from '#core/feed/nearTheWay'
import { placed } from '#core/feed/pose'
import type { Slug } from '#core/sheet/types'
import { feedIssueWords, feedLegs } from '#shared/words/feedWords'
import { useWorked } from '~/composables/useWorked'
import { useJob } from '~/stores/job'
import { onCar } from '~/workers/onCar'

/**
 * How a rigid line threads into its place: leg by leg, in space from where the person stands, with what is tight on the way. Searched when
 * asked for.
 */
const props = defineProps<{ line: Slug }>()
const job = useJob()
const isAsked = ref(false)
const { value, busy, failed } = useWorked('feedIn', () =>
  isAsked.value && job.resolved && job.state
    ? {
        car: onCar(job.resolved),
        line: props.line,
        out: Object.entries(job.state.lines).flatMap(([id, { out, in: laidIn }]) => (out && !laidIn ? [id] : [])),
      }
    : undefined,
)
const legs = computed(() => (value.value?.ok ? feedLegs(value.value.value) : []))
const leg = ref(0)
/** The line in each pose, and what it is drawn by: this move before and after, its place, and what stands around. */
const way = computed(() => (value.value?.ok ? value.value.value : undefined))
const courses = computed(() => way.value?.poses.map(pose => way.value!.line.points.map(point => placed(pose, point))) ?? [])
const drawn = computed(() => [
  { course: courses.value[leg.value + 1]!, kind: 'main' as const },
  { course: courses.value[leg.value]!, kind: 'faint' as const },
  { course: courses.value.at(-1)!, kind: 'other' as const },
])
const things = computed(() => (way.value ? nearTheWay(way.value).map(({ body }) => body) : []))
/** As the person stands: over the engine, or under the lift. */
const from = computed(() => (way.value?.leaves === 'above' ? { turn: 200, tilt: 40 } : { turn: 200, tilt: -40 }))
</script>

<template>
  <section class="stack way" aria-label="The way in">
    <v-btn-second v-if="!isAsked" @click="isAsked = true">Show the way in</v-btn-second>
    <p v-else-if="busy" role="status">Looking for a way in: two seconds at most.</p>
    <p v-else-if="failed" class="caution" role="alert">{{ failed }}</p>
    <p v-else-if="value && !value.ok" role="status">{{ feedIssueWords(value.error) }}</p>
    <template v-else-if="legs.length">
      <p>
        <b>{{ leg + 1 }} of {{ legs.length }}:</b> {{ legs[leg]!.move }}. {{ legs[leg]!.tight }}
      </p>
      <div class="row">
        <v-btn-second :disabled="leg === 0" @click="leg--">Back</v-btn-second>
        <v-btn-second :disabled="leg === legs.length - 1" @click="leg++">Next</v-btn-second>
      </div>
      <SpacePicture
        :lines="drawn"
        :things="things"
        :fit="courses"
        :from="from"
        :label="`The line before and after this move, seen from ${way?.leaves === 'above' ? 'above' : 'below'}`"
      />
      <p class="soft">
        Seen from {{ way?.leaves === 'above' ? 'over the engine' : 'under the lift' }}. Thin: where it is. Thick: where this move takes it.
        Dashed: its place. Looked for in steps of 12 mm: feel with a finger where it is tight, and take the old one’s way where it went out
        easily.
      </p>
    </template>
  </section>
</template>

<style scoped>
.way {
  width: 100%;
}
</style>
