<script setup lang="ts" generic="T">
import { computed } from 'vue'
import type { Settled } from '#core/sheet/settleContested'
import type { Sourced } from '#core/sheet/types'
import { list, sourceWords } from '#shared/words/vocabulary'

/** Where a value comes from, on demand: every value said, by whom and when, and what is made of them. */
const props = defineProps<{ settled: Settled<T>; show: (value: T) => string; what: string }>()

const values = computed(() => props.settled.kind === 'unknown' ? [] : props.settled.from as readonly Sourced<T>[])
const label = computed(() => {
  const { settled, show } = props
  switch (settled.kind) {
    case 'unknown': return 'unknown: look it up'
    case 'single': return sourceWords[values.value[0]!.source]
    case 'agreed': return `${values.value.length} sources agree`
    case 'overlap': return `${list(values.value.map(({ value }) => show(value)))}: work in ${show(settled.value)}`
    case 'better-source': return `sources differ: ${sourceWords[settled.chosen.source]} counts`
    case 'settled': return `settled by ${settled.by}`
    default: return ''
  }
})
const contested = computed(() => props.settled.kind === 'overlap' || props.settled.kind === 'better-source' || props.settled.kind === 'unknown')
</script>

<template>
  <v-menu :close-on-content-click="false">
    <template #activator="{ props: menu }">
      <button v-bind="menu" class="src" :class="{ contested }" :aria-label="`Sources for ${what}: ${label}`">{{ label }}</button>
    </template>
    <div class="card sources stack">
      <b>{{ what }}</b>
      <p v-if="settled.kind === 'unknown'">No value on this sheet. Look it up in the maker’s information for this vehicle.</p>
      <ul class="stack">
        <li v-for="(item, i) in values" :key="i"><b class="num">{{ show(item.value) }}</b> {{ sourceWords[item.source] }}<span class="soft"> · {{ item.citation ?? 'no citation' }} · {{ item.date }}</span></li>
      </ul>
      <p v-if="settled.kind === 'settled'">Settled by {{ settled.by }}: {{ settled.why }}</p>
    </div>
  </v-menu>
</template>

<style scoped>
.src { border: 0; background: none; padding: 2px 0; min-height: 24px; font: 500 13.5px/1.3 var(--face); color: var(--soft); text-decoration: underline dotted; text-underline-offset: 3px; cursor: pointer; text-align: left; }
.contested { color: var(--warn); font-weight: 600; }
.sources { max-width: 420px; border: 2px solid var(--ink); color: var(--ink); }
</style>
