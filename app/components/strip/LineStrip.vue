<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { useElementSize } from '@vueuse/core'
import type { Unrolled } from '#core/route/unrollLine'
import { formatNumber } from '#core/units/formatQuantity'
import type { JointStatus } from '#core/job/jointStatus'
import { jointStatusWords } from '#shared/words/vocabulary'
import { axisTicks, placeLabels, textWidth } from '~/utils/stripLayout'

/**
 * A line unrolled, end to end at true length: above the line what is reached from above, below it what is reached from below. `scaleTo`
 * (mm) lets several strips share one scale; `compact` drops the words.
 */
const props = defineProps<{
  line: Unrolled
  name: string
  scaleTo?: number
  compact?: boolean
  axis?: boolean
  jointNotes?: Record<string, string>
  jointStates?: Record<string, JointStatus>
  holdsDone?: Record<string, boolean>
  current?: string
  selected?: string
  /** Its joints can be chosen, by touch or by key. */
  picks?: boolean
  /** Where the finger is, mm along the line. */
  cursor?: number
}>()
const emit = defineEmits<{ select: [id: string] }>()

const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const uid = useId()

const pad = computed(() => (props.compact ? 26 : 30))
const scale = computed(() => Math.max(0.01, (width.value - 2 * pad.value) / (props.scaleTo ?? props.line.length)))
const x = (mm: number) => pad.value + mm * scale.value

const size = { joint: 15, hold: 13.5 }
const labels = computed(() =>
  (['above', 'below'] as const).map(side => {
    const items = [
      ...props.line.joints
        .filter(joint => joint.side === side)
        .map(joint => ({ id: joint.id, at: joint.at, title: joint.name, note: props.jointNotes?.[joint.id] ?? '', joint: true })),
      ...props.line.holds
        .filter(hold => hold.side === side)
        .map(hold => ({ id: hold.id, at: hold.at, title: hold.name, note: '', joint: false })),
    ]
    const placed = placeLabels(
      items.map(item => ({
        id: item.id,
        x: x(item.at),
        width: Math.max(textWidth(item.title, item.joint ? size.joint * 1.06 : size.hold), textWidth(item.note, size.hold)),
      })),
      { width: width.value },
    )
    return {
      side,
      rows: Math.max(0, ...placed.map(label => label.row + 1)),
      items: items.map(item => ({ ...item, ...placed.find(label => label.id === item.id)! })),
    }
  }),
)
const rowHeight = 38
const above = computed(() => (props.compact ? 0 : labels.value[0]!.rows * rowHeight))
const below = computed(() => (props.compact ? 0 : labels.value[1]!.rows * rowHeight))
const clearanceRows = computed(() =>
  props.compact ? 0 : 16 * Math.min(2, Math.max(0, ...clearanceLabels.value.map(label => label.row + 1))),
)
const mid = computed(() => above.value + (props.compact ? 26 : 40))
const bottom = computed(() => mid.value + (props.compact ? 26 : 46) + clearanceRows.value)
const height = computed(() => bottom.value + below.value + (props.axis ? 26 : 0))
const ticks = computed(() => axisTicks(props.line.length, scale.value))
const pattern: Record<string, string> = { hot: 'hot', turning: 'turn', moving: 'turn', sharp: 'edge', electrical: 'electric', fuel: 'hot' }
const clearanceLabels = computed(() =>
  placeLabels(
    props.line.clearances.map(clearance => {
      const text = `${clearance.what} ${formatNumber(clearance.gap, 0)} mm${clearance.tooClose ? ', too close' : ''}`
      return { id: clearance.keepout, x: x((clearance.from + clearance.to) / 2), width: textWidth(text, 13), text }
    }),
    { width: width.value, gap: 8 },
  )
    .map(label => ({ ...label, text: (label as unknown as { text: string }).text }))
    .filter(label => label.row < 2),
)
const stateOf = (id: string): JointStatus => props.jointStates?.[id] ?? 'closed'
const summary = computed(
  () =>
    `${props.name}, ${formatNumber(props.line.length, 0)} mm. ${props.line.joints.map(joint => `${joint.name}: ${jointStatusWords[stateOf(joint.id)]}`).join('. ')}.`,
)
</script>

<template>
  <div ref="box" class="strip">
    <svg
      v-if="width > 0"
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      :role="picks ? 'group' : 'img'"
      :aria-label="summary"
    >
      <defs>
        <pattern :id="`${uid}-braid`" width="8" height="8" patternUnits="userSpaceOnUse">
          <rect width="8" height="8" fill="var(--hose)" />
          <path d="M0 8L8 0M-2 2L2 -2M6 10L10 6" stroke="var(--paper)" stroke-width="1.6" />
        </pattern>
        <pattern :id="`${uid}-hot`" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="3" height="7" fill="var(--hot)" />
        </pattern>
        <pattern :id="`${uid}-turn`" width="10" height="10" patternUnits="userSpaceOnUse">
          <circle cx="3" cy="3" r="1.9" fill="var(--turn)" />
          <circle cx="8" cy="8" r="1.9" fill="var(--turn)" />
        </pattern>
        <pattern :id="`${uid}-edge`" width="8" height="8" patternUnits="userSpaceOnUse">
          <path d="M0 6l4-4 4 4" fill="none" stroke="var(--edge)" stroke-width="1.6" />
        </pattern>
        <pattern :id="`${uid}-electric`" width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 3h6M3 0v6" stroke="var(--electric)" stroke-width="1.2" />
        </pattern>
      </defs>

      <rect
        v-for="keep in line.clearances"
        :key="keep.keepout"
        :x="x(keep.from)"
        :y="mid - 24"
        :width="Math.max(4, (keep.to - keep.from) * scale)"
        height="48"
        :fill="`url(#${uid}-${pattern[keep.kind]})`"
      />

      <template v-for="(section, i) in line.sections" :key="i">
        <rect
          v-if="section.kind === 'hose'"
          :x="x(section.from)"
          :y="mid - 8"
          :width="(section.to - section.from) * scale"
          height="16"
          rx="3"
          :fill="`url(#${uid}-braid)`"
          stroke="var(--ink)"
          stroke-width="1.5"
        />
        <template v-else>
          <rect
            :x="x(section.from)"
            :y="mid - 5"
            :width="(section.to - section.from) * scale"
            height="10"
            fill="var(--tube)"
            stroke="var(--ink)"
            stroke-width="1.5"
          />
          <line :x1="x(section.from) + 2" :x2="x(section.to) - 2" :y1="mid - 2" :y2="mid - 2" stroke="var(--shine)" stroke-width="2" />
        </template>
      </template>
      <g v-for="(bend, i) in line.bends" :key="`b${i}`">
        <path :d="`M${x(bend.at) - 6} ${mid + 12}q6 7 12 0`" fill="none" stroke="var(--ink)" stroke-width="1.6" />
        <text
          v-if="!compact && (i === 0 || x(bend.at) - x(line.bends[i - 1]!.at) > 26)"
          :x="x(bend.at)"
          :y="mid + 31"
          text-anchor="middle"
          class="bend"
        >
          {{ formatNumber(bend.degrees, 0) }}°
        </text>
      </g>

      <g
        v-for="extreme in line.extremes"
        :key="`${extreme.kind}${extreme.at}`"
        :transform="`translate(${x(extreme.at)},${mid})`"
        class="extreme"
      >
        <title>
          {{ extreme.kind === 'high' ? 'High point: air stays here' : 'Low point: fluid stays here' }},
          {{ formatNumber(extreme.depth, 0) }} mm
        </title>
        <path v-if="extreme.kind === 'high'" d="M-9 -12q9 -13 18 0" />
        <circle v-if="extreme.kind === 'high'" cy="-23" r="3" />
        <path v-else d="M-9 12q9 13 18 0" />
        <path v-if="extreme.kind === 'low'" d="M0 20v6" />
        <text v-if="!compact" x="12" :y="extreme.kind === 'high' ? -17 : 27">
          {{ extreme.kind === 'high' ? 'high: air stays' : 'low' }}
        </text>
      </g>

      <template v-if="!compact">
        <g v-for="{ side, items } in labels" :key="side">
          <line
            v-for="item in items"
            :key="item.id"
            :x1="x(item.at)"
            :x2="x(item.at)"
            :y1="side === 'above' ? above - item.row * rowHeight - 4 : bottom + item.row * rowHeight + 2"
            :y2="mid"
            stroke="var(--ink)"
            :stroke-width="item.joint ? 1.5 : 1"
          />
          <g v-for="item in items" :key="item.id" :class="{ picked: item.id === selected }">
            <text
              :x="item.left"
              :y="side === 'above' ? above - item.row * rowHeight - (item.note ? 22 : 9) : bottom + item.row * rowHeight + 16"
              :class="item.joint ? 'name' : 'hold'"
            >
              {{ item.title }}
            </text>
            <text
              v-if="item.note"
              :x="item.left"
              :y="side === 'above' ? above - item.row * rowHeight - 7 : bottom + item.row * rowHeight + 31"
              class="note"
            >
              {{ item.note }}
            </text>
          </g>
        </g>
      </template>
      <text v-for="label in compact ? [] : clearanceLabels" :key="label.id" :x="label.left" :y="mid + 52 + label.row * 15" class="keep">
        {{ label.text }}
      </text>
      <g v-for="hold in line.holds" :key="hold.id" :transform="`translate(${x(hold.at)},${mid})`">
        <path
          d="M-6 -10v20h12v-20"
          :fill="holdsDone?.[hold.id] ? 'var(--ok)' : 'none'"
          fill-opacity=".55"
          :stroke="hold.id === current ? 'var(--accent)' : 'var(--ink)'"
          :stroke-width="hold.id === current ? 4 : 2.2"
        />
      </g>
      <!-- A button where it picks, part of the picture where it does not: its role says which. -->
      <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -->
      <g
        v-for="joint in line.joints"
        :key="joint.id"
        :transform="`translate(${x(joint.at)},${mid})`"
        class="hit"
        :role="picks ? 'button' : 'presentation'"
        :tabindex="picks ? 0 : undefined"
        :aria-label="picks ? joint.name : undefined"
        :aria-pressed="picks ? joint.id === selected : undefined"
        @click="emit('select', joint.id)"
        @keydown.enter.prevent="emit('select', joint.id)"
        @keydown.space.prevent="emit('select', joint.id)"
      >
        <circle v-if="joint.id === selected || joint.id === current" r="23" fill="none" stroke="var(--accent)" stroke-width="3" />
        <circle r="24" fill="transparent" />
        <JointGlyph :kind="joint.kind" :status="stateOf(joint.id)" :current="joint.id === current" />
        <path v-if="joint.reach.startsWith('wheel')" d="M0 15v8M-5 19h10" stroke="var(--ink)" stroke-width="2" />
      </g>

      <g v-if="cursor !== undefined" class="cursor" :transform="`translate(${x(cursor)},0)`">
        <line :y1="mid - 34" :y2="mid + 34" />
        <path :d="`M-7 ${mid - 42}h14l-7 9z`" />
      </g>
      <g v-if="axis" class="axis">
        <line :x1="x(0)" :x2="x(line.length)" :y1="height - 18" :y2="height - 18" />
        <g v-for="mm in ticks" :key="mm">
          <line :x1="x(mm)" :x2="x(mm)" :y1="height - 22" :y2="height - 14" />
          <text :x="x(mm)" :y="height - 2" text-anchor="middle">{{ mm }}{{ mm === 0 ? ' mm' : '' }}</text>
        </g>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.strip {
  contain: inline-size;
  width: 100%;
  min-height: 52px;
  overflow: hidden;
}
svg {
  display: block;
}
text {
  font: 13px var(--face);
  fill: var(--ink);
}
.name {
  font: 700 15px var(--face);
}
.name,
.note,
.hold {
  paint-order: stroke;
  stroke: var(--card);
  stroke-width: 4px;
}
.note,
.hold {
  font-size: 13.5px;
  fill: var(--soft);
}
.hold {
  fill: var(--ink);
}
.keep {
  font-size: 13px;
  fill: var(--warn);
  font-weight: 600;
  paint-order: stroke;
  stroke: var(--card);
  stroke-width: 4px;
}
.bend {
  font-size: 12.5px;
  fill: var(--soft);
}
.hit {
  cursor: pointer;
}
.axis line {
  stroke: var(--line);
}
.axis text {
  font-size: 12.5px;
  fill: var(--soft);
}
.extreme path,
.extreme circle {
  fill: none;
  stroke: var(--accent);
  stroke-width: 2;
}
.extreme text {
  font-size: 12.5px;
  fill: var(--accent);
  font-weight: 600;
  paint-order: stroke;
  stroke: var(--card);
  stroke-width: 3px;
}
.cursor line {
  stroke: var(--bad);
  stroke-width: 2;
}
.cursor path {
  fill: var(--bad);
}
.picked .name {
  text-decoration: underline;
  text-decoration-thickness: 2px;
  text-underline-offset: 3px;
}
</style>
