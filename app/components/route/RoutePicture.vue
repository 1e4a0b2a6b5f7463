<script setup lang="ts">
import { computed } from 'vue'
import { developLine, samplePoints } from '#core/route/developLine'
import { placeOf } from '#core/route/placeOf'
import { projectStandpoint } from '#core/route/projectStandpoint'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import { landmarksOf } from '#core/route/landmarks'
import type { Body, KeepoutKind, Standpoint, Vec3 } from '#core/sheet/types'
import { standpointNote, standpointTitle } from '#shared/words/standWords'
import type { JointStatus } from '#core/job/jointStatus'

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

type Point = readonly [number, number]
const flat = (at: Vec3): Point => projectStandpoint(props.standpoint, at, props.side)

function boxOf(min: Vec3, max: Vec3) {
  const [a, b] = [flat(min), flat(max)]
  return { x: Math.min(a[0], b[0]), y: Math.min(a[1], b[1]), width: Math.abs(a[0] - b[0]), height: Math.abs(a[1] - b[1]) }
}
type Shape = {
  box?: ReturnType<typeof boxOf>
  disc?: { cx: number; cy: number; r: number }
  rod?: { a: Point; b: Point; width: number; round: boolean }
}
function bodyShape(body: Body): Shape {
  if (body.shape === 'box') return { box: boxOf(body.min, body.max) }
  const [a, b] = [flat(body.a), flat(body.b)]
  // An axis seen end-on is a disc.
  return Math.hypot(a[0] - b[0], a[1] - b[1]) < body.radius * 0.6
    ? { disc: { cx: (a[0] + b[0]) / 2, cy: (a[1] + b[1]) / 2, r: body.radius } }
    : { rod: { a, b, width: body.radius * 2, round: body.shape === 'capsule' } }
}

const landmarks = computed(() => landmarksOf(props.resolved.sheet).map(mark => ({ id: mark.id, name: mark.name, ...bodyShape(mark.body) })))
const shaded = computed(() =>
  props.resolved.sheet.keepouts.map(keep => ({ id: keep.id, what: keep.what, kind: keep.kind, ...bodyShape(keep.body) })),
)
const routes = computed(() =>
  props.resolved.lines.map(line => {
    const developed = developLine(line.sections)
    const points = developed.ok ? samplePoints(developed.value, 14).map(({ at }) => flat(at)) : []
    return { id: line.id, d: `M${points.map(([px, py]) => `${px.toFixed(1)} ${py.toFixed(1)}`).join('L')}`, points }
  }),
)
const joints = computed(() =>
  props.resolved.joints.map(joint => {
    const at = placeOf(props.resolved, joint.id)
    return { ...joint, at: at ? flat(at) : ([0, 0] as Point) }
  }),
)
const view = computed(() => {
  if (props.focus) {
    const [[fx, fy], w, h] = [flat(props.focus), closeUp, closeUp / 2.2]
    return { x: fx - w / 2, y: fy - h / 2, w, h, unit: w / 460 }
  }
  const measured = routes.value.flatMap(route => (props.wide && route.id !== props.line ? [] : route.points))
  // Of lines that nobody has measured there are the ends.
  const all = measured.length > 0 ? measured : joints.value.map(({ at }) => at)
  const [xs, ys] = [all.map(point => point[0]), all.map(point => point[1])]
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const pad = 0.14 * Math.max(x1 - x0, y1 - y0)
  // The picture keeps one shape, so that changing standpoint does not move the page.
  const shape = props.wide ? 1.6 : 1.16
  const [cx, cy, w] = [(x0 + x1) / 2, (y0 + y1) / 2, Math.max(x1 - x0 + 2 * pad, (y1 - y0 + 2 * pad) * shape, 700)]
  const h = w / shape
  return { x: cx - w / 2, y: cy - h / 2, w, h, unit: w / (props.wide ? 460 : 420) }
})
/** How much of the car, in mm, a close look shows: arm's reach. */
const closeUp = 900
const shade: Record<KeepoutKind, string> = {
  hot: 'var(--hot)',
  turning: 'var(--turn)',
  moving: 'var(--turn)',
  sharp: 'var(--edge)',
  electrical: 'var(--electric)',
  fuel: 'var(--hot)',
}
const named = computed(() => {
  const { x, y, w, h, unit } = view.value
  const size = 14 * unit
  const used: { x0: number; x1: number; y: number }[] = []
  // A close look names only what it shows.
  const shown = joints.value.filter(({ at }) => at[0] > x && at[0] < x + w && at[1] > y && at[1] < y + h)
  const chosen = shown.sort((a, b) => Number(b.id === props.selected) - Number(a.id === props.selected))
  const free = (left: number, width: number, at: number) =>
    !used.some(box => left < box.x1 && left + width > box.x0 && Math.abs(box.y - at) < size * 1.15)
  // What is looked for is named first, under its ring.
  const looked = props.focus && props.focusName ? [{ name: props.focusName, at: flat(props.focus) }] : []
  const labelledFocus = looked.map(({ name, at: [fx, fy] }) => {
    const width = name.length * size * 0.56
    const label = {
      id: 'focus',
      name,
      left: Math.min(x + w - width, Math.max(x, fx - width / 2)),
      at: Math.min(y + h - size * 0.4, fy + 34 * unit + size * 1.1),
      size,
    }
    used.push({ x0: label.left, x1: label.left + width, y: label.at })
    return label
  })
  const labelled = chosen.flatMap(joint => {
    const width = joint.name.length * size * 0.56
    const right = joint.at[0] + 18 * unit + width < x + w
    const left = right ? joint.at[0] + 18 * unit : joint.at[0] - 18 * unit - width
    let at = Math.min(y + h - size, Math.max(y + size, joint.at[1] + size * 0.35))
    for (let tries = 0; tries < 8 && !free(left, width, at); tries++) at += size * 1.2
    // Pushed out of the picture it names nothing.
    if (at > y + h - size * 0.3) return []
    used.push({ x0: left, x1: left + width, y: at })
    return [{ id: joint.id, name: joint.name, left, at, size }]
  })
  // Keep-outs and landmarks are named where that leaves the joints' names alone.
  const around = [
    ...shaded.value.map(keep => ({ name: keep.what, keep: true, at: centreOf(keep) })),
    ...landmarks.value.filter(mark => mark.name).map(mark => ({ name: mark.name, keep: false, at: centreOf(mark) })),
  ]
  const rest = around.flatMap(({ name, keep, at: [cx, cy] }) => {
    const [small, width] = [size * 0.9, name.length * size * 0.5]
    const left = Math.min(x + w - width, Math.max(x, cx + (keep ? size : -width / 2)))
    const at = cy + small / 3
    if (at < y + small || at > y + h - small || !free(left, width, at)) return []
    used.push({ x0: left, x1: left + width, y: at })
    return [{ name, keep, left, at, size: small }]
  })
  return { joints: [...labelledFocus, ...labelled], rest }
})
const cursorAt = computed(() => props.cursor && flat(props.cursor))
function centreOf({ box, disc, rod }: Shape): Point {
  if (box) return [box.x + box.width / 2, box.y + box.height / 2]
  return disc ? [disc.cx, disc.cy] : rod ? [(rod.a[0] + rod.b[0]) / 2, (rod.a[1] + rod.b[1]) / 2] : [0, 0]
}
// Which side is which stands in the picture: from below and from the front, left and right change hands.
const sides = computed(() => {
  const { x, y, w, h, unit } = view.value
  const [left, right] =
    props.standpoint !== 'wheel-off' ? ['car’s right', 'car’s left'] : props.side === 'right' ? ['rear', 'front'] : ['front', 'rear']
  return [
    { text: left, x: x + 8 * unit, y: y + h - 10 * unit, anchor: 'start' },
    { text: right, x: x + w - 8 * unit, y: y + h - 10 * unit, anchor: 'end' },
  ] as const
})
</script>

<template>
  <div class="flat">
    <svg :viewBox="`${view.x} ${view.y} ${view.w} ${view.h}`" :role="picks ? 'group' : 'img'" :aria-label="caption">
      <g fill="none" stroke="var(--line)" :stroke-width="2 * view.unit">
        <template v-for="mark in landmarks" :key="mark.id">
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
      <g v-for="keep in shaded" :key="keep.id">
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
        <template v-for="route in routes.filter(({ points }) => points.length > 1)" :key="route.id">
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
        v-for="joint in joints"
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
      <circle v-if="focus" :cx="flat(focus)[0]" :cy="flat(focus)[1]" :r="34 * view.unit" class="ring" :stroke-width="4 * view.unit" />
      <g v-if="cursorAt" :transform="`translate(${cursorAt[0]},${cursorAt[1]}) scale(${view.unit})`" class="cursor">
        <circle r="9" />
        <path d="M-15 0h30M0 -15v30" />
      </g>
      <text
        v-for="mark in sides"
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
        v-for="label in named.joints"
        :key="label.id"
        :x="label.left"
        :y="label.at"
        :font-size="label.size"
        :class="{ name: true, on: label.id === selected || label.id === 'focus' }"
      >
        {{ label.name }}
      </text>
      <text
        v-for="label in named.rest"
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
