<script setup lang="ts">
import { computed, ref } from 'vue'
import { wheelOpeningOf } from '#core/route/projectStandpoint'
import type { JointStatus } from '#core/job/state/jointStatus'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import type { Standpoint, Vec3 } from '#core/sheet/types'
import { standpointNote, standpointTitle } from '#shared/words/standWords'

/** Where a step's hands go: a close look at its place, or the whole line on its way out or in. */
const props = defineProps<{
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
const large = ref(false)
const isUnfolded = ref(false)
/** The same picture, small and full screen. */
const picture = computed(() => ({
  resolved: props.resolved,
  standpoint: props.standpoint,
  side: props.side,
  line: props.line,
  selected: props.target,
  focus: props.place,
  focusName: props.name,
  wide: !props.place,
  jointStates: props.jointStates,
}))
/** From where it is looked at, and how one stands there. */
const stand = computed(() => {
  const note = standpointNote(props.resolved.sheet, props.standpoint, {
    ...wheelOpeningOf(props.place ? [props.place] : []),
    side: props.side,
  })
  return `${standpointTitle(props.resolved.sheet, props.standpoint)}: ${note}`
})
</script>

<template>
  <section class="where" :aria-label="`Where: ${title}`">
    <!-- The place being typed in keeps the focus. -->
    <v-btn-quiet v-if="!open" :aria-expanded="isUnfolded" @mousedown.prevent @click="isUnfolded = !isUnfolded">Where it is</v-btn-quiet>
    <template v-if="open || isUnfolded">
      <div class="picture" :class="{ whole: !place }">
        <RoutePicture v-bind="picture" />
      </div>
      <v-btn-quiet class="larger" @click="large = true">Full screen</v-btn-quiet>
      <p class="soft small">
        {{ stand }}
      </p>
    </template>
    <v-dialog v-model="large" fullscreen :aria-label="`Where: ${title}`">
      <div class="large theme-bay">
        <h2>{{ title }}</h2>
        <RoutePicture v-if="large" v-bind="picture" />
        <p class="soft">
          {{ stand }}
        </p>
        <v-btn-main @click="large = false">Back to the step</v-btn-main>
      </div>
    </v-dialog>
  </section>
</template>

<style scoped>
.where {
  position: relative;
}
.larger {
  min-height: 48px;
  margin: 4px 0;
}
.large {
  height: 100dvh;
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto auto;
  gap: 10px;
  padding: 14px 16px;
  background: var(--paper);
  color: var(--ink);
}
.large .v-btn {
  min-height: 60px;
}
.where > .v-btn {
  min-height: 48px;
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
  .picture {
    height: 186px;
    margin-top: 0;
  }
  .picture.whole {
    height: 340px;
  }
}
</style>
