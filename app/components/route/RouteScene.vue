<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useElementSize } from '@vueuse/core'
import { Vector3 } from 'three'
import { landmarksOf } from '#core/route/landmarks'
import { wheelOpeningOf } from '#core/route/projectStandpoint'
import type { TracedLine } from '#core/route/traceLines'
import { isOn } from '#core/sheet/jointLines'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import type { Standpoint, Vec3 } from '#core/sheet/types'
import { toPixels } from '~/utils/pictureLabels'
import { boundsOf, dragged, nearer, placeCamera, straight, type Turn } from '~/utils/sceneCamera'
import { arrowTo, jointEnds, otherEnd, placeNames, type Project } from '~/utils/sceneNames'
import { shade, solidOf, TracedCurve, type Solid } from '~/utils/sceneShapes'
import { SceneStage } from '~/utils/sceneStage'

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
const canvas = ref<HTMLCanvasElement>()
const { width, height } = useElementSize(frame)
const stage = shallowRef<SceneStage>()
// Colours come from the page's theme: three knows nothing of CSS.
const colours = shallowRef<Record<string, string>>({})
const colour = (name: string) => colours.value[name] ?? 'black'
onMounted(() => {
  const style = getComputedStyle(frame.value!)
  colours.value = Object.fromEntries(
    ['soft', 'card', 'accent', 'tube', 'hose'].map(name => [name, style.getPropertyValue(`--${name}`).trim()]),
  )
  stage.value = new SceneStage(canvas.value!, afterDrawing)
})

const ends = computed(() => jointEnds(props.resolved, props.traced))
const tubes = computed(() =>
  props.traced.flatMap(({ line, sections }) => {
    const isMine = line === props.line
    const joint = ends.value.find(end => isOn(end.joint, line))?.joint.id
    return sections
      .filter(section => section.points.length > 1)
      .map(section => ({
        curve: new TracedCurve(section.points),
        // True width is a hair at this distance; drawn thicker, and the line in hand thicker still.
        radius: section.radius * (isMine ? 1.5 : 1.1),
        colour: colour(isMine ? 'accent' : section.kind),
        joint,
      }))
  }),
)
const balls = computed(() =>
  ends.value.map(({ joint, at }) => ({
    at,
    radius: isOn(joint, props.line) ? 15 : 11,
    colour: colour(joint.id === props.selected ? 'accent' : 'card'),
    joint: joint.id,
  })),
)
const solids = computed((): Solid[] => [
  ...landmarksOf(props.resolved.sheet).map(mark => solidOf(`mark:${mark.id}`, mark.body, colour('soft'), 0.07)),
  ...props.resolved.sheet.keepouts.map(keep => solidOf(`keep:${keep.id}`, keep.body, shade[keep.kind], 0.42)),
])
watch([stage, tubes, balls], () => stage.value?.showLines(tubes.value, balls.value))
watch([stage, solids], () => stage.value?.showAround(solids.value))

const turn = ref<Turn>(straight)
watch(
  () => props.standpoint,
  () => (turn.value = straight),
)
const points = computed(() => props.traced.flatMap(line => line.sections.flatMap(section => section.points)))
const bounds = computed(() => boundsOf(points.value))
/** Counts camera placements, so that what is projected follows them. */
const placed = ref(0)
watch(
  [stage, width, height, () => props.standpoint, turn, bounds],
  () => {
    if (!stage.value || width.value === 0 || height.value === 0) return
    const { side } = wheelOpeningOf(points.value)
    const aspect = width.value / height.value
    placeCamera(stage.value.camera, { standpoint: props.standpoint, side, turn: turn.value, bounds: bounds.value, aspect })
    stage.value.resize(width.value, height.value)
    placed.value++
  },
  { flush: 'post' },
)

const size = computed(() => ({ width: width.value, height: height.value }))
/** Where a point of the car is in the picture, once it is placed. */
const project = computed((): Project => {
  const camera = placed.value > 0 ? stage.value?.camera : undefined
  return at => camera && toPixels(new Vector3(...at).project(camera), size.value)
})
const names = computed(() => (placed.value > 0 ? placeNames(props, ends.value, project.value, size.value) : []))
const dots = computed(() =>
  ends.value.flatMap(({ joint, at }) => {
    const point = project.value(at)
    return point ? [{ id: joint.id, on: isOn(joint, props.line), selected: joint.id === props.selected, ...point }] : []
  }),
)
const arrow = computed(() => {
  const end = otherEnd(ends.value, props.line, props.selected)
  return end && arrowTo(end, project.value, size.value)
})
const cursorAt = computed(() => props.cursor && project.value(props.cursor.at))

let held: { x: number; y: number; id: number; moved: number } | undefined
function grab({ clientX: x, clientY: y, pointerId: id }: PointerEvent) {
  held = { x, y, id, moved: 0 }
  frame.value?.setPointerCapture(id)
}
function drag({ clientX: x, clientY: y, pointerId: id }: PointerEvent) {
  if (held?.id !== id) return
  turn.value = dragged(turn.value, x - held.x, y - held.y)
  held = { x, y, id, moved: held.moved + Math.hypot(x - held.x, y - held.y) }
}
/** A press that did not turn it chooses what lies under it. */
function release(event: PointerEvent) {
  const box = frame.value!.getBoundingClientRect()
  const [x, y] = [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height]
  const joint = held && held.moved < 4 ? stage.value?.jointAt(x * 2 - 1, 1 - y * 2) : undefined
  held = undefined
  if (joint) emit('select', joint)
}
const straighten = () => (turn.value = straight)
defineExpose({ nearer: (by: number) => (turn.value = nearer(turn.value, by)), straighten })

let isDrawn = false
function afterDrawing() {
  if (isDrawn || tubes.value.length === 0) return
  isDrawn = true
  performance.mark('efferent:first-picture')
  emit('drawn')
}
onUnmounted(() => stage.value?.end())
</script>

<template>
  <div
    ref="frame"
    class="scene"
    role="presentation"
    @pointerdown="grab"
    @pointermove="drag"
    @pointerup="release"
    @pointercancel="held = undefined"
    @dblclick="straighten"
  >
    <canvas ref="canvas" />
    <SceneOverlay
      v-bind="size"
      :names="names"
      :dots="dots"
      :cursor="cursorAt"
      :arrow="arrow"
      :selected="selected"
      @select="(id: string) => emit('select', id)"
    />
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
canvas {
  width: 100%;
  height: 100%;
}
</style>
