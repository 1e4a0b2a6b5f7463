<script setup lang="ts">
import type { EndForm } from '#core/making/cutLength'
import { cutAgainWords, flareLooks, flareLookWords, type FlareLook } from '#shared/words/flareLookWords'

/** A formed end as it is to be, and as it is not: from the side and on its face. Drawn, not to scale. */
defineProps<{ form: EndForm }>()
const wide: Record<FlareLook, number> = { good: 30, split: 30, 'off-centre': 30, short: 22, crushed: 32 }
/** The outline from the side: tube from the left, its formed end on the right; `shift` moves the end sideways. */
function side(form: EndForm, look: FlareLook): string {
  const half = wide[look]
  const shift = look === 'off-centre' ? 7 : 0
  const [top, bottom] = [50 - half - shift, 50 + half - shift]
  if (form === 'bubble') {
    const neck = look === 'short' ? 66 : 58
    return `M0 36 L${neck} 36 C${neck + 4} ${top} 84 ${top} 92 38 L92 62 C84 ${bottom} ${neck + 4} ${bottom} ${neck} 64 L0 64 Z`
  }
  const lip = form === 'double-flare' ? 8 : 3
  return `M0 36 L58 36 L${84 - lip} ${top} L84 ${top} L84 ${bottom} L${84 - lip} ${bottom} L58 64 L0 64 Z`
}
</script>

<template>
  <ul class="looks" aria-label="How it can have come out">
    <li v-for="look in flareLooks" :key="look" :class="look === 'good' ? 'good' : 'bad'">
      <svg viewBox="0 0 200 100" aria-hidden="true">
        <path :d="side(form, look)" class="metal" />
        <path v-if="look === 'crushed'" d="M50 34 v32 M44 34 v32 M66 42 l8 16 M74 40 l6 20" class="flaw" />
        <path v-if="look === 'split'" d="M84 28 l-14 6 l4 3" class="flaw" />
        <circle cx="150" cy="50" :r="wide[look]" class="metal" />
        <circle :cx="look === 'off-centre' ? 159 : 150" cy="50" r="13" class="bore" />
        <path v-if="look === 'split'" d="M158 40 l6 -8 l-1 -6 l6 -6" class="flaw" />
        <path v-if="look === 'crushed'" d="M126 40 q6 10 2 20 M172 36 q-4 8 2 24 M138 74 q12 -6 24 2" class="flaw" />
      </svg>
      <b>{{ look === 'good' ? '✓' : '✗' }} {{ flareLookWords[look].title }}</b>
      <span>{{ flareLookWords[look].seen }}</span>
      <span v-if="flareLookWords[look].then" class="soft">{{ flareLookWords[look].then }}</span>
    </li>
  </ul>
  <p class="soft">{{ cutAgainWords }}</p>
</template>

<style scoped>
.looks {
  padding: 0;
  list-style: none;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 10px;
}
.looks li {
  display: grid;
  align-content: start;
  gap: 4px;
  padding: 10px;
  background: var(--card);
  border: 2px solid var(--line);
}
.looks .good {
  border-color: var(--accent);
}
.metal {
  fill: var(--well);
  stroke: var(--ink);
  stroke-width: 2.5;
}
.bore {
  fill: var(--ink);
}
.flaw {
  fill: none;
  stroke: var(--bad, var(--ink));
  stroke-width: 3;
}
</style>
