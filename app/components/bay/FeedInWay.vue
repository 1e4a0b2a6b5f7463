<script setup lang="ts">
import { computed, ref } from 'vue'
import { feedViews } from '#core/feed/feedViews'
import type { Slug } from '#core/sheet/types'
import { feedIssueWords, feedLegs } from '#shared/words/feedWords'
import { useWorked } from '~/composables/useWorked'
import { useJob } from '~/stores/job'
import { onCar } from '~/workers/onCar'

/** How a rigid line threads into its place: leg by leg, drawn flat, with what is tight on the way. Searched when asked for. */
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
const views = computed(() =>
  value.value?.ok
    ? feedViews(value.value.value).map(({ from, poses, things, frame }) => ({
        from,
        box: `${frame.left} ${-frame.top} ${frame.width} ${frame.height}`,
        unit: Math.max(frame.width / 500, frame.height / 300),
        poses: poses.map(pose => pose.map(([x, y]) => `${x.toFixed(0)},${(-y).toFixed(0)}`).join(' ')),
        things: things.map(({ at, width, round }) => ({
          round,
          at: at.map(([x, y]) => `${x.toFixed(0)},${(-y).toFixed(0)}`).join(' '),
          width,
        })),
      }))
    : [],
)
const title = { above: 'From above', side: 'From the left' } as const
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
      <div class="views">
        <figure v-for="view in views" :key="view.from">
          <figcaption>{{ title[view.from] }}</figcaption>
          <svg :viewBox="view.box" role="img" :aria-label="`${title[view.from]}: the line before and after this move`">
            <polyline
              v-for="(thing, i) in view.things"
              :key="i"
              :points="thing.at"
              :class="thing.width ? 'thick' : 'flat'"
              :stroke-linecap="thing.round ? 'round' : 'butt'"
              :stroke-width="thing.width || view.unit"
            />
            <polyline
              class="end"
              :points="view.poses.at(-1)"
              :stroke-width="view.unit * 2"
              :stroke-dasharray="`${view.unit * 6} ${view.unit * 5}`"
            />
            <polyline class="before" :points="view.poses[leg]" :stroke-width="view.unit * 4" />
            <polyline class="after" :points="view.poses[leg + 1]" :stroke-width="view.unit * 6" />
          </svg>
        </figure>
      </div>
      <p class="soft">
        Thin: where it is. Thick: where this move takes it. Dashed: its place. Looked for in steps of 12 mm: feel with a finger where it is
        tight, and take the old one’s way where it went out easily.
      </p>
    </template>
  </section>
</template>

<style scoped>
.way {
  width: 100%;
}
.views {
  width: 100%;
  display: grid;
  gap: 8px;
}
figure {
  margin: 0;
  border: 1px solid var(--line);
  background: var(--card);
}
figcaption {
  padding: 4px 10px 0;
  color: var(--soft);
  font-size: 15px;
}
svg {
  display: block;
  width: 100%;
  max-height: 260px;
}
polyline {
  fill: none;
  stroke-linejoin: round;
}
.flat {
  fill: var(--line);
  stroke: var(--soft);
}
.thick {
  stroke: var(--line);
}
.end {
  stroke: var(--soft);
}
.before {
  stroke: var(--ink);
}
.after {
  stroke: var(--accent);
}
</style>
