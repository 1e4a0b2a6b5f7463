<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useSize } from '~/composables/useSize'
import { Vector3 } from 'three'
import { landmarksOf } from '#core/route/landmarks'
import { wheelOpeningOf } from '#core/route/projectStandpoint'
import type { TracedLine } from '#core/route/traceLines'
import { isOn } from '#core/sheet/jointLines'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import type { Standpoint, Vec3 } from '#core/sheet/types'
import { toPixels } from '~/utils/pictureLabels'
import { boundsOf, dragged, nearer, newCamera, placeCamera, straight, type Turn } from '~/utils/sceneCamera'
import { SceneLink } from '~/utils/sceneLink'
import { arrowTo, jointEnds, otherEnd, placeNames, type Project } from '~/utils/sceneNames'
import { shade } from '~/utils/sceneShapes'

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
/** `none`: the device draws nothing in space. */
const emit = defineEmits<{ select: [id: string]; none: [] }>()

const frame = ref<HTMLElement>()
const canvas = ref<HTMLCanvasElement>()
const { width, height } = useSize(frame)
const camera = newCamera()
const link = shallowRef<SceneLink>()
// Colours come from the page's theme: three knows nothing of CSS.
const colours = shallowRef<Record<string, string>>({})
const colour = (name: string) => colours.value[name] ?? 'black'
onMounted(() => {
  const style = getComputedStyle(frame.value!)
  colours.value = Object.fromEntries(
    ['soft', 'card', 'accent', 'tube', 'hose'].map(name => [name, style.getPropertyValue(`--${name}`).trim()]),
  )
  link.value = new SceneLink(canvas.value!, { drawn: afterDrawing, none: () => emit('none') })
})

const ends = computed(() => jointEnds(props.resolved, props.traced))
const tubes = computed(() =>
  props.traced.flatMap(({ line, sections }) => {
    const isMine = line === props.line
    const joint = ends.value.find(end => isOn(end.joint, line))?.joint.id
    return sections
      .filter(section => section.points.length > 1)
      .map(section => ({
        points: section.points,
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
const bodies = computed(() => [
  ...landmarksOf(props.resolved.sheet).map(({ id, body }) => ({ key: `mark:${id}`, body, colour: colour('soft'), opacity: 0.07 })),
  ...props.resolved.sheet.keepouts.map(({ id, body, kind }) => ({ key: `keep:${id}`, body, colour: shade[kind], opacity: 0.42 })),
])
watch([link, tubes, balls], () => link.value?.show({ kind: 'lines', tubes: tubes.value, balls: balls.value }))
watch([link, bodies], () => link.value?.show({ kind: 'around', bodies: bodies.value }))

const turn = ref<Turn>(straight)
watch(
  () => props.standpoint,
  () => (turn.value = straight),
)
const points = computed(() => props.traced.flatMap(line => line.sections.flatMap(section => section.points)))
const bounds = computed(() => boundsOf(points.value))
const size = computed(() => ({ width: width.value, height: height.value }))
/** Counts camera placements, so that what is projected follows them. */
const placed = ref(0)
watch(
  [link, width, height, () => props.standpoint, turn, bounds],
  () => {
    if (!link.value || width.value === 0 || height.value === 0) return
    const { side } = wheelOpeningOf(points.value)
    const aspect = width.value / height.value
    placeCamera(camera, { standpoint: props.standpoint, side, turn: turn.value, bounds: bounds.value, aspect })
    const look = { position: camera.position.toArray(), turn: camera.quaternion.toArray(), aspect }
    link.value.show({ kind: 'look', look, ...size.value })
    placed.value++
  },
  { flush: 'post' },
)

/** Where a point of the car is in the picture, once it is placed. */
const project = computed((): Project => {
  const isPlaced = placed.value > 0
  return at => (isPlaced ? toPixels(new Vector3(...at).project(camera), size.value) : undefined)
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
async function release(event: PointerEvent) {
  const box = frame.value!.getBoundingClientRect()
  const [x, y] = [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height]
  const isPress = held && held.moved < 4
  held = undefined
  const joint = isPress ? await link.value?.jointAt(x * 2 - 1, 1 - y * 2) : undefined
  if (joint) emit('select', joint)
}
const straighten = () => (turn.value = straight)
defineExpose({ nearer: (by: number) => (turn.value = nearer(turn.value, by)), straighten })

let isDrawn = false
function afterDrawing() {
  if (isDrawn || tubes.value.length === 0) return
  isDrawn = true
  performance.mark('efferent:first-picture')
}
onUnmounted(() => link.value?.end())
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
