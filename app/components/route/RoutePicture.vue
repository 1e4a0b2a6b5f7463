<script setup lang="ts">
import { computed, ref } from 'vue'
import { useSize } from '~/composables/useSize'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import type { KeepoutKind, Standpoint, Vec3 } from '#core/sheet/types'
import { standpointNote, standpointTitle } from '#shared/words/standWords'
import type { JointStatus } from '#core/job/state/jointStatus'
import { drawFlat } from '~/utils/flatPicture'

/**
 * Where the lines run, from where a person stands: a flat projection with the car's landmarks, keep-outs shaded, the selected joint named.
 */
const props = defineProps<{
  resolved: ResolvedSheet
  standpoint: Standpoint
  side?: 'left' | 'right'
  line?: string
  selected?: string
  cursor?: Vec3
  jointStates?: Record<string, JointStatus>
  /** A place to look at closely, instead of all lines at once; and what it is, where no joint says so. */
  focus?: Vec3
  focusName?: string
  /** The line in hand fills a picture wider than high. */
  wide?: boolean
  /** Its joints can be chosen, by touch or by key. */
  picks?: boolean
}>()
const emit = defineEmits<{ select: [id: string] }>()

const caption = computed(
  () =>
    `Where the lines run, ${standpointTitle(props.resolved.sheet, props.standpoint)}: ${standpointNote(props.resolved.sheet, props.standpoint, { side: props.side ?? 'left', axle: 'front' })}`,
)

const frame = ref<HTMLElement>()
const { width, height } = useSize(frame)
const picture = computed(() => drawFlat({ ...props, box: { width: width.value, height: height.value } }))
const view = computed(() => picture.value.view)
const cursorAt = computed(() => props.cursor && picture.value.flat(props.cursor))
const focusAt = computed(() => props.focus && picture.value.flat(props.focus))
const shade: Record<KeepoutKind, string> = {
  hot: 'var(--hot)',
  turning: 'var(--turn)',
  moving: 'var(--turn)',
  sharp: 'var(--edge)',
  electrical: 'var(--electric)',
  fuel: 'var(--hot)',
}
</script>

<template>
  <div ref="frame" class="flat">
    <svg :viewBox="`${view.x} ${view.y} ${view.w} ${view.h}`" :role="picks ? 'group' : 'img'" :aria-label="caption">
      <g fill="none" stroke="var(--line)" :stroke-width="2 * view.unit">
        <template v-for="mark in picture.landmarks" :key="mark.id">
          <rect v-if="mark.box" v-bind="mark.box" :rx="16" />
          <circle v-else-if="mark.disc" v-bind="mark.disc" />
          <path
            v-else-if="mark.rod"
            :d="`M${mark.rod.a[0]} ${mark.rod.a[1]}L${mark.rod.b[0]} ${mark.rod.b[1]}`"
            :stroke-width="mark.rod.width"
            stroke-opacity=".5"
            :stroke-linecap="mark.rod.round ? 'round' : 'butt'"
          />
        </template>
      </g>
      <g v-for="keep in picture.shaded" :key="keep.id">
        <rect v-if="keep.box" v-bind="keep.box" :fill="shade[keep.kind]" />
        <circle v-else-if="keep.disc" v-bind="keep.disc" :fill="shade[keep.kind]" />
        <path
          v-else-if="keep.rod"
          :d="`M${keep.rod.a[0]} ${keep.rod.a[1]}L${keep.rod.b[0]} ${keep.rod.b[1]}`"
          :stroke="shade[keep.kind]"
          :stroke-width="keep.rod.width"
          :stroke-linecap="keep.rod.round ? 'round' : 'butt'"
        />
        <title>{{ keep.what }}</title>
      </g>
      <g fill="none" stroke-linejoin="round" stroke-linecap="round">
        <template v-for="route in picture.routes.filter(({ points }) => points.length > 1)" :key="route.id">
          <path :d="route.d" stroke="var(--ink)" :stroke-width="(route.id === line ? 9 : 6) * view.unit" />
          <path
            :d="route.d"
            :stroke="route.id === line ? 'var(--accent)' : 'var(--tube)'"
            :stroke-width="(route.id === line ? 5.5 : 3) * view.unit"
          />
        </template>
      </g>
      <!-- A button where it picks, part of the picture where it does not: its role says which. -->
      <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -->
      <g
        v-for="joint in picture.joints"
        :key="joint.id"
        :transform="`translate(${joint.at[0]},${joint.at[1]}) scale(${view.unit * 0.72})`"
        class="hit"
        :role="picks ? 'button' : 'presentation'"
        :tabindex="picks ? 0 : undefined"
        :aria-label="picks ? joint.name : undefined"
        :aria-pressed="picks ? joint.id === selected : undefined"
        @click="emit('select', joint.id)"
        @keydown.enter.prevent="emit('select', joint.id)"
        @keydown.space.prevent="emit('select', joint.id)"
      >
        <circle r="26" fill="transparent" />
        <JointGlyph :kind="joint.kind" :status="jointStates?.[joint.id]" :current="joint.id === selected" />
      </g>
      <circle v-if="focusAt" :cx="focusAt[0]" :cy="focusAt[1]" :r="34 * view.unit" class="ring" :stroke-width="4 * view.unit" />
      <g v-if="cursorAt" :transform="`translate(${cursorAt[0]},${cursorAt[1]}) scale(${view.unit})`" class="cursor">
        <circle r="9" />
        <path d="M-15 0h30M0 -15v30" />
      </g>
      <text
        v-for="mark in picture.sides"
        :key="mark.text"
        :x="mark.x"
        :y="mark.y"
        :font-size="13 * view.unit"
        :text-anchor="mark.anchor"
        class="side"
      >
        {{ mark.text }}
      </text>
      <text
        v-for="label in picture.named.joints"
        :key="label.id"
        :x="label.left"
        :y="label.at"
        :font-size="label.size"
        :class="{ name: true, on: label.id === selected || label.id === 'focus' }"
      >
        {{ label.name }}
      </text>
      <text
        v-for="label in picture.named.rest"
        :key="label.name"
        :x="label.left"
        :y="label.at"
        :font-size="label.size"
        :class="label.keep ? 'keep' : 'land'"
      >
        {{ label.name }}
      </text>
    </svg>
  </div>
</template>

<style scoped>
.flat {
  height: 100%;
}
svg {
  display: block;
  width: 100%;
  height: 100%;
  background: var(--card);
}
text {
  font-family: var(--face);
  fill: var(--ink);
}
.name {
  font-weight: 600;
  paint-order: stroke;
  stroke: var(--card);
  stroke-width: 0.28em;
  stroke-linejoin: round;
}
.name.on {
  font-weight: 800;
}
.land {
  fill: var(--soft);
}
.keep {
  fill: var(--warn);
  font-weight: 600;
  paint-order: stroke;
  stroke: var(--card);
  stroke-width: 0.22em;
}
.ring {
  fill: none;
  stroke: var(--bad);
  stroke-dasharray: none;
}
.hit {
  cursor: pointer;
}
.side {
  fill: var(--soft);
  font-weight: 600;
}
.cursor {
  fill: none;
  stroke: var(--bad);
  stroke-width: 2.2;
}
</style>
