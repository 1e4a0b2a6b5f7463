<script setup lang="ts" generic="T">
import { computed, inject, ref } from 'vue'
import type { Settled } from '#core/sheet/settleContested'
import type { Sourced } from '#core/sheet/types'
import { list, sourceWords } from '#shared/words/vocabulary'
import { settleKey } from '~/utils/settle'
import { setAsideSchema } from '#shared/schemas/library'
import { ruleBy, whenTaken } from '~/utils/ruleBy'

/** Where a value comes from, on demand: every value said, by whom and when, what is made of them, and for a lead the way to settle it. */
const props = defineProps<{
  settled: Settled<T>
  show: (value: T) => string
  what: string
  path?: readonly (string | number)[]
  practice?: string
}>()

const values = computed(() => (props.settled.kind === 'unknown' ? [] : (props.settled.from as readonly Sourced<T>[])))
const label = computed(() => {
  const { settled, show } = props
  switch (settled.kind) {
    case 'unknown':
      return 'unknown: look it up'
    case 'single':
      return sourceWords[values.value[0]!.source]
    case 'agreed':
      return `${values.value.length} sources agree`
    case 'overlap':
      return `${list(values.value.map(({ value }) => show(value)))}: work in ${show(settled.value)}`
    case 'better-source':
      return `${list(values.value.map(({ value }) => show(value)))} do not overlap: ${sourceWords[settled.chosen.source]} counts`
    case 'settled':
      return `settled by ${settled.by}`
    default:
      return ''
  }
})
const contested = computed(
  () => props.settled.kind === 'overlap' || props.settled.kind === 'better-source' || props.settled.kind === 'unknown',
)
const settle = inject(settleKey, undefined)
const maySettle = computed(() => settle !== undefined && settle.allowed.value && props.path !== undefined && values.value.length > 1)
const picked = ref(0)
const why = ref('')
const busy = ref(false)
async function doSettle() {
  busy.value = true
  try {
    await settle?.run(props.path!, picked.value, why.value)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <v-menu :close-on-content-click="false">
    <template #activator="{ props: menu }">
      <v-btn-plain v-bind="menu" class="src" :class="{ contested }" :aria-label="`Sources for ${what}: ${label}`">{{ label }}</v-btn-plain>
    </template>
    <div class="card sources stack">
      <b>{{ what }}</b>
      <template v-if="settled.kind === 'unknown'"
        ><p>No value on this sheet. Look it up in the maker’s information for this vehicle.</p>
        <p v-if="practice">
          General practice stands in: <b>{{ practice }}</b>. Common practice, no source; the record says “by feel”.
        </p></template
      >
      <ul class="stack">
        <li v-for="(item, i) in values" :key="i" :class="{ chosen: settled.kind === 'settled' && settled.chosen === item }">
          <b class="num">{{ show(item.value) }}</b> {{ sourceWords[item.source]
          }}<span class="soft"> · {{ item.citation ?? 'no citation' }} · {{ item.date }}</span>
        </li>
      </ul>
      <p v-if="settled.kind === 'overlap'">
        They overlap: work in <b class="num">{{ show(settled.value) }}</b>.
      </p>
      <p v-if="settled.kind === 'better-source'">
        They do not overlap. <b>{{ sourceWords[settled.chosen.source] }}</b> is the better source, so
        <b class="num">{{ show(settled.chosen.value) }}</b> counts until a lead settles it.
      </p>
      <p v-if="settled.kind === 'settled'">Settled by {{ settled.by }}: {{ settled.why }}</p>
      <v-form v-if="maySettle" class="settle" @submit.prevent="whenTaken(doSettle)($event)">
        <b>Settle it</b>
        <v-radio-group v-model="picked">
          <v-radio v-for="(item, i) in values" :key="i" :value="i" :label="`${show(item.value)}, ${sourceWords[item.source]}`" />
        </v-radio-group>
        <v-text-field v-model="why" density="compact" label="Because" maxlength="500" :rules="[ruleBy(setAsideSchema.shape.why)]" />
        <v-btn-main type="submit" size="small" :disabled="busy || !why.trim()">{{
          busy ? 'Publishing …' : 'Settle, as the next revision'
        }}</v-btn-main>
      </v-form>
    </div>
  </v-menu>
</template>

<style scoped>
.v-btn.src {
  padding: 2px 0;
  font: 500 13.5px/1.3 var(--face);
  color: var(--soft);
  text-decoration: underline dotted;
  text-underline-offset: 3px;
  text-align: left;
}
.v-btn.src.contested {
  color: var(--warn);
  font-weight: 600;
}
.sources {
  max-width: 440px;
  border: 2px solid var(--ink);
  color: var(--ink);
}
.chosen {
  border-left: 4px solid var(--ok);
  padding-left: 8px;
}
.settle {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--line);
  padding-top: 8px;
}
</style>
