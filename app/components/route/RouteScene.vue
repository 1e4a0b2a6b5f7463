<script setup lang="ts">
import { computed, markRaw, nextTick, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useElementSize } from '@vueuse/core'
import { TresCanvas, type TresContext } from '@tresjs/core'
import { PerspectiveCamera, Vector3 } from 'three'
import { centreOfBody, landmarksOf } from '#core/route/landmarks'
import { viewFrom, wheelOpeningOf } from '#core/route/projectStandpoint'
import type { TracedLine } from '#core/route/traceLines'
import { endOn, isOn } from '#core/sheet/jointLines'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import type { Joint, Standpoint, Vec3 } from '#core/sheet/types'
import { edgeArrow, nowhere, placePictureLabels, toPixels, type PicturePixel } from '~/utils/pictureLabels'
import { shade, solidOf, TracedCurve, type Solid } from '~/utils/sceneShapes'
import { textWidth } from '~/utils/stripLayout'

/**
 * Where the lines run, in space, from where a person stands. Drag turns it, the buttons and + − bring it nearer; names are real buttons
 * over the picture.
 */
const props = defineProps<{
  resolved: ResolvedSheet
  traced: readonly TracedLine[]
  standpoint: Standpoint
  line?: string
  selected?: string
  cursor?: { line: string; at: Vec3 }
}>()
const emit = defineEmits<{ select: [id: string]; drawn: [] }>()

const frame = ref<HTMLElement>()
const { width, height } = useElementSize(frame)
const context = shallowRef<TresContext>()
const camera = markRaw(new PerspectiveCamera(34, 1, 20, 20_000))

// Colours come from the page's theme: three knows nothing of CSS.
const colours = shallowRef<Record<string, string>>({})
const palette = ['ink', 'soft', 'line', 'card', 'accent', 'tube', 'hose', 'warn', 'bad'] as const
watch(frame, element => {
  if (!element) return
  const style = getComputedStyle(element)
  colours.value = Object.fromEntries(palette.map(name => [name, style.getPropertyValue(`--${name}`).trim()]))
})

const tubes = computed(() =>
  props.traced.flatMap(line =>
    line.sections
      .filter(section => section.points.length > 1)
      .map((section, i) => {
        const on = line.line === props.line
        const curve = markRaw(new TracedCurve(section.points))
        // True width is a hair at this distance; drawn thicker, and the line in hand thicker still.
        const args = markRaw([curve, Math.max(4, Math.ceil(curve.size / 7)), section.radius * (on ? 1.5 : 1.1), 10, false] as const)
        return {
          key: `${line.line}:${i}:${on}`,
          line: line.line,
          args,
          colour: on ? colours.value.accent : section.kind === 'hose' ? colours.value.hose : colours.value.tube,
        }
      }),
  ),
)

const solids = computed(() => [
  ...landmarksOf(props.resolved.sheet).map(mark => solidOf(`mark:${mark.id}`, mark.body, colours.value.soft, 0.07)),
  ...props.resolved.sheet.keepouts.map(keep => solidOf(`keep:${keep.id}`, keep.body, shade[keep.kind], 0.42)),
])
const free = (list: readonly Solid[]) =>
  list.forEach(({ geometry, edges }) => {
    geometry.dispose()
    edges.dispose()
  })
watch(solids, (_, before) => before && free(before))
onUnmounted(() => free(solids.value))

const allPoints = computed(() => props.traced.flatMap(line => line.sections.flatMap(section => section.points)))
const opening = computed(() => wheelOpeningOf(allPoints.value))
const bounds = computed(() => {
  const of = (pick: (...values: number[]) => number) =>
    [0, 1, 2].map(i => allPoints.value.reduce((best, point) => pick(best, point[i]!), allPoints.value[0]?.[i] ?? 0)) as unknown as Vec3
  const [low, high] = [new Vector3(...of(Math.min)), new Vector3(...of(Math.max))]
  return { centre: low.clone().add(high).multiplyScalar(0.5), radius: Math.max(160, high.distanceTo(low) / 2) }
})

// Turning: yaw about the picture's upright, pitch up and down, both on top of where the person stands.
const tilt: Record<Standpoint, number> = { 'hood-up': -0.5, 'under-lift': -0.16, 'wheel-off': 0.22 }
const turn = ref({ yaw: 0, pitch: 0, near: 1 })
watch(
  () => props.standpoint,
  () => (turn.value = { yaw: 0, pitch: 0, near: 1 }),
)

function placeCamera() {
  if (width.value === 0 || height.value === 0) return
  const view = viewFrom(props.standpoint, opening.value.side)
  const [right, up, eye] = [new Vector3(...view.right), new Vector3(...view.up), new Vector3(...view.eye)]
  const pitch = Math.max(-1.45, Math.min(1.45, tilt[props.standpoint] + turn.value.pitch))
  const direction = eye
    .multiplyScalar(Math.cos(turn.value.yaw))
    .addScaledVector(right, Math.sin(turn.value.yaw))
    .multiplyScalar(Math.cos(pitch))
    .addScaledVector(up, Math.sin(pitch))
  camera.aspect = width.value / height.value
  const reach = (bounds.value.radius * 1.22) / Math.tan((camera.fov * Math.PI) / 360) / Math.min(1, camera.aspect) / turn.value.near
  camera.position.copy(bounds.value.centre).addScaledVector(direction, reach)
  camera.up.set(...view.up)
  camera.lookAt(bounds.value.centre)
  camera.updateProjectionMatrix()
  camera.updateMatrixWorld()
  seen.value++
  context.value?.renderer.invalidate(2)
}
/** Counts camera placements, so that what is projected follows them. */
const seen = ref(0)
watch([width, height, () => props.standpoint, turn, bounds, context], placeCamera, { deep: true, flush: 'post' })
watch([tubes, solids, () => props.cursor], () => nextTick(() => context.value?.renderer.invalidate(2)), { flush: 'post' })

const project = (at: Vec3 | Vector3) =>
  toPixels((at instanceof Vector3 ? at.clone() : new Vector3(...at)).project(camera), { width: width.value, height: height.value })

const ends = computed(() =>
  props.resolved.joints.flatMap(joint => {
    const sections = props.traced.find(line => line.line === joint.line)?.sections
    const at = joint.end === 'from' ? sections?.[0]?.points[0] : sections?.at(-1)?.points.at(-1)
    return at ? [{ joint, at }] : []
  }),
)
/** The end of the line in hand that a person standing at the selected joint is looking for. */
const otherEnd = computed(() => {
  const selected = props.resolved.joints.find(joint => joint.id === props.selected)
  const line = selected?.line ?? props.line
  return ends.value.find(({ joint }) => isOn(joint, line) && (selected ? joint.id !== selected.id : endOn(joint, line) === 'to'))
})
const holdPoints = computed(() =>
  props.resolved.holds
    .filter(hold => hold.line === props.line)
    .flatMap(hold => {
      const sections = props.traced.find(line => line.line === hold.line)?.sections
      const at = sections && pointAlong(sections, hold.at)
      return at ? [{ hold, at }] : []
    }),
)
function pointAlong(sections: TracedLine['sections'], s: number): Vec3 | undefined {
  let left = s
  for (const section of sections) {
    const curve = new TracedCurve(section.points)
    if (left <= curve.size + 1e-6) return curve.getPoint(Math.min(1, left / Math.max(1e-9, curve.size))).toArray() as Vec3
    left -= curve.size
  }
  return undefined
}

const nameSize = 15
const names = computed(() => {
  void seen.value
  const frameSize = { width: width.value, height: height.value }
  const inside = (point: PicturePixel) =>
    !point.behind && point.x >= 0 && point.y >= 0 && point.x <= frameSize.width && point.y <= frameSize.height
  const label = (id: string, text: string, at: Vec3 | Vector3, extra: { optional?: boolean; size?: number } = {}) => ({
    id,
    text,
    ...(project(at) ?? nowhere),
    width: textWidth(text, extra.size ?? nameSize) + 8,
    height: (extra.size ?? nameSize) + 9,
    optional: extra.optional,
  })
  const rank = ({ joint }: { joint: Joint }) => (joint.id === props.selected ? 0 : isOn(joint, props.line) ? 1 : 2)
  const joints = ends.value
    .toSorted((a, b) => rank(a) - rank(b))
    .map(({ joint, at }) => ({
      ...label(`joint:${joint.id}`, joint.name, at, { optional: !isOn(joint, props.line) }),
      joint: joint.id,
      kind: 'joint' as const,
    }))
  const holds = holdPoints.value.map(({ hold, at }) => ({
    ...label(`hold:${hold.id}`, hold.name, at, { optional: true, size: 13 }),
    joint: undefined,
    kind: 'hold' as const,
  }))
  const around = [
    ...props.resolved.sheet.keepouts.map(keep => ({
      ...label(`keep:${keep.id}`, keep.what, centreOfBody(keep.body), { optional: true, size: 13 }),
      joint: undefined,
      kind: 'keep' as const,
    })),
    ...landmarksOf(props.resolved.sheet)
      .filter(mark => mark.name)
      .map(mark => ({
        ...label(`mark:${mark.id}`, mark.name, centreOfBody(mark.body), { optional: true, size: 13 }),
        joint: undefined,
        kind: 'mark' as const,
      })),
  ]
  const all = [...joints, ...holds, ...around].filter(inside)
  return placePictureLabels(all, frameSize).map(placed => ({
    ...placed,
    ...all.find(item => item.id === placed.id)!,
    left: placed.left,
    top: placed.top,
    side: placed.side,
  }))
})
const dots = computed(() => {
  void seen.value
  return ends.value.flatMap(({ joint, at }) => {
    const point = project(at)
    return point ? [{ id: joint.id, on: isOn(joint, props.line), selected: joint.id === props.selected, ...point }] : []
  })
})
const arrow = computed(() => {
  void seen.value
  if (!otherEnd.value) return undefined
  const { joint, at } = otherEnd.value
  const point = project(at)
  if (!point) return undefined
  // Behind the eye a projection comes out mirrored.
  const outside = edgeArrow(point.behind ? { x: width.value - point.x, y: height.value - point.y } : point, {
    width: width.value,
    height: height.value,
  })
  // Inside, the arrow comes from above, or from below where there is no room above.
  const edge =
    outside ?? (point.y > 48 ? { x: point.x, y: point.y - 18, angle: Math.PI / 2 } : { x: point.x, y: point.y + 18, angle: -Math.PI / 2 })
  return { ...edge, outside: outside !== undefined, name: joint.name }
})
const cursorAt = computed(() => {
  void seen.value
  return props.cursor ? project(props.cursor.at) : undefined
})

let held: { x: number; y: number; id: number } | undefined
function grab(event: PointerEvent) {
  held = { x: event.clientX, y: event.clientY, id: event.pointerId }
  frame.value?.setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent) {
  if (held?.id !== event.pointerId) return
  const { yaw, pitch, near } = turn.value
  turn.value = { yaw: yaw - (event.clientX - held.x) * 0.006, pitch: pitch + (event.clientY - held.y) * 0.006, near }
  held = { x: event.clientX, y: event.clientY, id: held.id }
}
const release = () => (held = undefined)
const nearer = (by: number) => (turn.value = { ...turn.value, near: Math.max(0.5, Math.min(6, turn.value.near * by)) })
const straighten = () => (turn.value = { yaw: 0, pitch: 0, near: 1 })
defineExpose({ nearer, straighten })

let drawn = false
function afterRender() {
  if (drawn || tubes.value.length === 0) return
  drawn = true
  performance.mark('efferent:first-picture')
  emit('drawn')
}
function ready(value: TresContext) {
  context.value = markRaw(value)
  placeCamera()
}
</script>

<template>
  <div
    ref="frame"
    class="scene"
    role="presentation"
    @pointerdown="grab"
    @pointermove="drag"
    @pointerup="release"
    @pointercancel="release"
    @dblclick="straighten"
  >
    <TresCanvas
      :camera="camera"
      render-mode="on-demand"
      :alpha="true"
      :clear-alpha="0"
      :antialias="true"
      @ready="ready"
      @render="afterRender"
    >
      <TresAmbientLight :intensity="1.7" /><TresDirectionalLight :position="[1200, 900, 2400]" :intensity="1.6" /><TresDirectionalLight
        :position="[-600, -900, -1800]"
        :intensity="0.9"
      />
      <template v-for="solid in solids" :key="solid.key">
        <TresMesh :position="solid.position" :quaternion="solid.quaternion" :geometry="solid.geometry" :render-order="1"
          ><TresMeshBasicMaterial :color="solid.colour" :transparent="true" :opacity="solid.opacity" :depth-write="false"
        /></TresMesh>
        <TresLineSegments :position="solid.position" :quaternion="solid.quaternion" :geometry="solid.edges" :render-order="1"
          ><TresLineBasicMaterial :color="solid.colour" :transparent="true" :opacity="0.5"
        /></TresLineSegments>
      </template>
      <TresMesh
        v-for="item in tubes"
        :key="item.key"
        :render-order="2"
        @click="emit('select', ends.find(({ joint }) => isOn(joint, item.line))?.joint.id ?? '')"
      >
        <TresTubeGeometry :args="item.args" /><TresMeshStandardMaterial :color="item.colour" :roughness="0.55" />
      </TresMesh>
      <TresMesh
        v-for="{ joint, at } in ends"
        :key="joint.id"
        :position="[at[0], at[1], at[2]]"
        :render-order="3"
        @click="emit('select', joint.id)"
      >
        <TresSphereGeometry :args="[isOn(joint, line) ? 15 : 11, 18, 12]" /><TresMeshStandardMaterial
          :color="joint.id === selected ? colours.accent : colours.card"
          :roughness="0.6"
        />
      </TresMesh>
    </TresCanvas>
    <svg class="over" :width="width" :height="height" aria-hidden="true">
      <line
        v-for="name in names"
        :key="name.id"
        :x1="name.x"
        :y1="name.y"
        :x2="name.side === 'right' ? name.left : name.left + name.width"
        :y2="name.top + name.height / 2"
        :class="name.kind"
      />
      <circle
        v-for="dot in dots"
        :key="dot.id"
        :cx="dot.x"
        :cy="dot.y"
        :r="dot.selected ? 13 : 8"
        :class="{ on: dot.on, selected: dot.selected }"
      />
      <g v-if="cursorAt" :transform="`translate(${cursorAt.x},${cursorAt.y})`" class="cursor">
        <circle r="9" />
        <path d="M-15 0h30M0 -15v30" />
      </g>
      <g v-if="arrow" :transform="`translate(${arrow.x},${arrow.y}) rotate(${(arrow.angle * 180) / Math.PI})`" class="arrow">
        <path d="M-24 0H4M-7 -9L6 0L-7 9" />
      </g>
    </svg>
    <span
      v-if="arrow?.outside"
      class="far"
      :style="{
        left: `${Math.max(4, Math.min(width - textWidth(arrow.name, 14) - 10, arrow.x - textWidth(arrow.name, 14) / 2))}px`,
        top: `${arrow.y > height / 2 ? arrow.y - 34 : arrow.y + 14}px`,
      }"
      >{{ arrow.name }}</span
    >
    <template v-for="name in names" :key="name.id">
      <button
        v-if="name.joint"
        class="name"
        :class="{ selected: name.joint === selected }"
        :style="{ left: `${name.left}px`, top: `${name.top}px` }"
        @pointerdown.stop
        @dblclick.stop
        @click="emit('select', name.joint)"
      >
        {{ name.text }}
      </button>
      <span v-else class="what" :class="name.kind" :style="{ left: `${name.left}px`, top: `${name.top}px` }">{{ name.text }}</span>
    </template>
  </div>
</template>

<style scoped>
.scene {
  position: relative;
  height: 100%;
  touch-action: none;
  cursor: grab;
  overflow: hidden;
  user-select: none;
}
.scene:active {
  cursor: grabbing;
}
.over {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
.over line {
  stroke: var(--ink);
  stroke-width: 1;
}
.over line.keep,
.over line.mark {
  stroke: none;
}
.over line.hold {
  stroke: var(--soft);
}
.over circle {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
  opacity: 0.55;
}
.over circle.on {
  opacity: 1;
  stroke-width: 2.2;
}
.over circle.selected {
  stroke: var(--accent);
  stroke-width: 3.5;
  opacity: 1;
}
.cursor circle {
  stroke: var(--bad);
  opacity: 1;
  stroke-width: 2.5;
}
.cursor path {
  stroke: var(--bad);
  stroke-width: 1.5;
}
.arrow path {
  fill: none;
  stroke: var(--accent);
  stroke-width: 3.5;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.name,
.what,
.far {
  position: absolute;
  white-space: nowrap;
  padding: 1px 4px;
  font: 600 15px/22px var(--face);
  color: var(--ink);
  background: color-mix(in srgb, var(--card) 82%, transparent);
  border: 0;
  border-radius: 2px;
}
.name {
  cursor: pointer;
  font-weight: 700;
}
.name.selected {
  background: var(--accent);
  color: var(--on-accent);
}
.what {
  font: 500 13px/20px var(--face);
  pointer-events: none;
}
.what.keep {
  color: var(--warn);
}
.what.mark {
  color: var(--soft);
  background: none;
}
.far {
  font: 700 14px/20px var(--face);
  color: var(--accent);
  pointer-events: none;
}
</style>
