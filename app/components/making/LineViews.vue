<script setup lang="ts">
import { computed } from 'vue'
import { developedPoints } from '#core/making/developedPoints'
import { flatViews } from '#core/making/flatViews'
import { lieFlat } from '#core/making/tableRows'
import { pointsFromBends, type BendRow } from '#core/route/bendTable'

/** One line, or two from the same end, in space and flat, from above and from the side at one scale, bends by their number. */
const props = defineProps<{ lines: readonly (readonly BendRow[])[]; names: readonly string[] }>()
const views = computed(() => {
  const points = props.lines.map(rows => {
    const made = rows.length > 0 ? pointsFromBends([0, 0, 0], [1, 0, 0], lieFlat(rows)) : undefined
    return made?.ok ? made.value : []
  })
  // Up is up in the core, and down on a screen.
  return flatViews(points).map(({ from, lines, bends, frame }) => ({
    from,
    box: `${frame.left} ${-frame.top} ${frame.width} ${frame.height}`,
    unit: frame.unit,
    lines: lines.map(line => line.map(([x, y]) => `${x.toFixed(1)},${(-y).toFixed(1)}`).join(' ')),
    bends: bends.map(([x, y]) => ({ x, y: -y })),
    start: lines[0]?.[0],
  }))
})
/** The first of them in space, as it lies on the bench. */
const inSpace = computed(() =>
  props.lines.flatMap((rows, i) => {
    const found = developedPoints(rows)
    return found ? [{ course: found.line, kind: i === 0 ? ('main' as const) : ('other' as const) }] : []
  }),
)
const corners = computed(() => developedPoints(props.lines[0] ?? [])?.corners.slice(1, -1) ?? [])
const title = { above: 'From above', side: 'From the side' } as const
</script>

<template>
  <div class="views">
    <DevelopedStrip v-if="lines[0]?.length" class="whole" :rows="lines[0]" />
    <SpacePicture
      v-if="inSpace.length"
      class="whole"
      :lines="inSpace"
      :marks="corners"
      shadow
      :label="`In space: ${names.join(' and ')}`"
    />
    <figure v-for="view in views" :key="view.from">
      <figcaption>{{ title[view.from] }}</figcaption>
      <svg :viewBox="view.box" role="img" :aria-label="`${title[view.from]}: ${names.join(' and ')}`">
        <polyline
          v-for="(line, i) in view.lines"
          :key="i"
          :points="line"
          :class="i === 0 ? 'first' : 'second'"
          :stroke-width="view.unit * (i === 0 ? 5 : 3)"
          :stroke-dasharray="i === 0 ? undefined : `${view.unit * 8} ${view.unit * 5}`"
        />
        <circle v-if="view.start" class="nut" :cx="view.start[0]" :cy="-view.start[1]" :r="view.unit * 7" />
        <g v-for="(bend, i) in view.bends" :key="i">
          <circle class="dot" :cx="bend.x" :cy="bend.y" :r="view.unit * 9" />
          <text :x="bend.x" :y="bend.y + view.unit * 4.5" :font-size="view.unit * 13">{{ i + 1 }}</text>
        </g>
      </svg>
    </figure>
  </div>
</template>

<style scoped src="../route/drawing.css"></style>

<style scoped>
.views {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 8px;
}
.whole {
  grid-column: 1 / -1;
}
svg {
  max-height: 340px;
}
polyline {
  fill: none;
  stroke-linejoin: round;
  stroke-linecap: round;
}
.first {
  stroke: var(--accent);
}
.second {
  stroke: var(--ink);
}
.nut {
  fill: var(--ink);
}
.dot {
  fill: var(--card);
  stroke: var(--ink);
}
text {
  text-anchor: middle;
  fill: var(--ink);
  font-weight: 700;
}
</style>
