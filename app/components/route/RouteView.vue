<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useElementVisibility } from '@vueuse/core'
import { developLine, pointAt } from '#core/route/developLine'
import { wheelOpeningOf } from '#core/route/projectStandpoint'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import { standpoints, type Standpoint } from '#core/sheet/types'
import { standpointNote, standpointTitle } from '#shared/words/standWords'
import { useTracedLines } from '~/composables/useTracedLines'
import { canDrawApart } from '~/utils/sceneLink'
import { whenIdle } from '~/utils/whenIdle'

/** The routing picture with its standpoints: in space where the device can, a flat projection where it cannot. */
const props = defineProps<{
  resolved: ResolvedSheet
  line?: string
  selected?: string
  cursor?: { line: string; at: number }
  caption?: string
}>()
const standpoint = defineModel<Standpoint>('standpoint', { required: true })
const emit = defineEmits<{ select: [id: string]; step: [by: 1 | -1] }>()

// The drawing library is large: it comes when a picture is looked at, and only then.
const RouteScene = defineAsyncComponent(() => import('./RouteScene.vue'))

const hasSpace = ref(canDrawApart())
const flat = ref(!hasSpace.value)
/** This browser would let it be drawn, the device cannot. */
function stayFlat() {
  hasSpace.value = false
  flat.value = true
}
/** It begins when it is in sight and the page has nothing else to do: what is read comes before what is looked at. */
const frame = ref<HTMLElement>()
const isSeen = useElementVisibility(frame, { once: true })
const isStarted = ref(false)
watch(isSeen, seen => seen && whenIdle(() => (isStarted.value = true)))
const scene = ref<{ nearer: (by: number) => void; straighten: () => void }>()
const traced = useTracedLines(() => ({ lines: props.resolved.lines, keepouts: props.resolved.sheet.keepouts }))
const opening = computed(() =>
  wheelOpeningOf(props.resolved.lines.flatMap(line => line.sections.flatMap(section => section.points.map(point => point.at)))),
)
const cursorPoint = computed(() => {
  const line = props.cursor && props.resolved.lines.find(candidate => candidate.id === props.cursor!.line)
  const developed = line && developLine(line.sections)
  return developed?.ok ? { line: line!.id, at: pointAt(developed.value, props.cursor!.at) } : undefined
})
function key(event: KeyboardEvent) {
  const acts: Record<string, () => void> = {
    ArrowRight: () => emit('step', 1),
    ArrowLeft: () => emit('step', -1),
    '+': () => scene.value?.nearer(1.25),
    '-': () => scene.value?.nearer(0.8),
    '0': () => scene.value?.straighten(),
  }
  const act = acts[event.key]
  if (!act) return
  event.preventDefault()
  act()
}
const titleOf = (point: Standpoint) => standpointTitle(props.resolved.sheet, point)
</script>

<template>
  <!-- The picture as a whole answers to arrow keys; its parts are buttons of their own. -->
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -->
  <figure
    class="view"
    tabindex="0"
    :aria-label="`Routing picture, ${titleOf(standpoint)}. Arrow keys step along the line, plus and minus bring it nearer.`"
    @keydown="key"
  >
    <div class="bar">
      <div class="tabs" role="group" aria-label="Standpoint">
        <v-btn-choice v-for="point in standpoints" :key="point" :aria-pressed="standpoint === point" @click="standpoint = point">
          {{ titleOf(point) }}
        </v-btn-choice>
      </div>
      <div v-if="hasSpace" class="tabs" role="group" aria-label="Picture">
        <template v-if="!flat"
          ><v-btn-choice aria-label="Nearer" @click="scene?.nearer(1.25)">+<v-tooltip activator="parent" text="Nearer: +" /></v-btn-choice
          ><v-btn-choice aria-label="Further" @click="scene?.nearer(0.8)">−<v-tooltip activator="parent" text="Further: −" /></v-btn-choice
          ><v-btn-choice @click="scene?.straighten()"
            >Straight<v-tooltip activator="parent" text="Straighten: 0, or a double click" /></v-btn-choice
        ></template>
        <v-btn-choice :aria-pressed="flat" @click="flat = !flat">Flat</v-btn-choice>
      </div>
    </div>
    <div ref="frame" class="frame">
      <RoutePicture
        v-if="flat"
        picks
        :resolved="resolved"
        :standpoint="standpoint"
        :side="opening.side"
        :line="line"
        :selected="selected"
        :cursor="cursorPoint?.at"
        @select="id => emit('select', id)"
      />
      <div v-else-if="!isStarted" class="busy" role="status" aria-label="Drawing" />
      <Suspense v-else>
        <RouteScene
          ref="scene"
          :resolved="resolved"
          :traced="traced"
          :standpoint="standpoint"
          :line="line"
          :selected="selected"
          :cursor="cursorPoint"
          @select="id => id && emit('select', id)"
          @none="stayFlat"
        />
        <template #fallback><div class="busy" role="status" aria-label="Drawing" /></template>
      </Suspense>
    </div>
    <figcaption>
      <span class="soft">{{ standpointNote(resolved.sheet, standpoint, opening) }}</span><span
        v-if="caption"
        class="at"
        aria-live="polite"
        >{{ caption }}</span
      >
    </figcaption>
  </figure>
</template>

<style scoped>
.view {
  display: grid;
  gap: 0;
}
.bar {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  flex-wrap: wrap;
  padding: 8px 8px 0;
}
.frame {
  height: 390px;
}
figcaption {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 6px 10px;
  font-size: 14px;
  flex-wrap: wrap;
  min-height: 34px;
}
.at {
  font-weight: 700;
}
.tabs .v-btn {
  min-height: 40px;
  padding: 6px 10px;
  font-size: 14.5px;
}
</style>
