<script setup lang="ts">
import type { StripLayout } from '~/utils/stripLayout'

/** The names along the strip: joints with what they ask, holds, what the line runs past. */
defineProps<{ layout: StripLayout; selected?: string }>()
</script>

<template>
  <g>
    <g v-for="{ side, items } in layout.labels" :key="side">
      <line
        v-for="item in items"
        :key="item.id"
        :x1="layout.x(item.at)"
        :x2="layout.x(item.at)"
        :y1="side === 'above' ? layout.above - item.row * layout.rowHeight - 4 : layout.bottom + item.row * layout.rowHeight + 2"
        :y2="layout.mid"
        stroke="var(--ink)"
        :stroke-width="item.joint ? 1.5 : 1"
      />
      <g v-for="item in items" :key="item.id" :class="{ picked: item.id === selected }">
        <text
          :x="item.left"
          :y="
            side === 'above'
              ? layout.above - item.row * layout.rowHeight - (item.note ? 22 : 9)
              : layout.bottom + item.row * layout.rowHeight + 16
          "
          :class="item.joint ? 'name' : 'hold'"
        >
          {{ item.title }}
        </text>
        <text
          v-if="item.note"
          :x="item.left"
          :y="side === 'above' ? layout.above - item.row * layout.rowHeight - 7 : layout.bottom + item.row * layout.rowHeight + 31"
          class="note"
        >
          {{ item.note }}
        </text>
      </g>
    </g>
    <text v-for="label in layout.clearances" :key="label.id" :x="label.left" :y="layout.mid + 52 + label.row * 15" class="keep">
      {{ label.text }}
    </text>
  </g>
</template>

<style scoped>
text {
  font: 13px var(--face);
  fill: var(--ink);
}
.name {
  font: 700 15px var(--face);
}
.name,
.note,
.hold,
.keep {
  paint-order: stroke;
  stroke: var(--card);
  stroke-width: 4px;
}
.note,
.hold {
  font-size: 13.5px;
}
.note {
  fill: var(--soft);
}
.keep {
  fill: var(--warn);
  font-weight: 600;
}
.picked .name {
  text-decoration: underline;
  text-decoration-thickness: 2px;
  text-underline-offset: 3px;
}
</style>
