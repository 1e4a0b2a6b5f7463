<script setup lang="ts">
import { wheelOpeningOf } from '#core/route/projectStandpoint'
import type { JointStatus } from '#core/job/jointStatus'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import type { Standpoint, Vec3 } from '#core/sheet/types'
import { standpointNote, standpointWords } from '#shared/words/vocabulary'

/** Where a step's hands go: a close look at its place, or the whole line on its way out or in. */
defineProps<{
  resolved: ResolvedSheet
  title: string
  standpoint: Standpoint
  side: 'left' | 'right'
  line: string | undefined
  target: string
  place: Vec3 | undefined
  name: string | undefined
  jointStates: Record<string, JointStatus>
  open: boolean
}>()
</script>

<template>
  <details class="where" :open="open" :aria-label="`Where: ${title}`">
    <summary class="plain" @mousedown.prevent>Where it is</summary>
    <div class="picture" :class="{ whole: !place }">
      <RoutePicture
        :resolved="resolved"
        :standpoint="standpoint"
        :side="side"
        :line="line"
        :selected="target"
        :focus="place"
        :focus-name="name"
        :wide="!place"
        :joint-states="jointStates"
      />
    </div>
    <p class="soft small">
      {{ standpointWords[standpoint] }}: {{ standpointNote(standpoint, { ...wheelOpeningOf(place ? [place] : []), side }) }}
    </p>
  </details>
</template>

<style scoped>
summary {
  width: fit-content;
  min-height: 48px;
  list-style: none;
}
.picture {
  height: 164px;
  border: 1px solid var(--line);
  margin: 6px 0 2px;
}
.picture.whole {
  height: 224px;
}
@media (min-width: 900px) {
  summary {
    display: none;
  }
  .picture {
    height: 186px;
    margin-top: 0;
  }
  .picture.whole {
    height: 340px;
  }
}
</style>
