<script setup lang="ts" generic="D extends 'torque' | 'volume' | 'temperature'">
import { computed, ref, shallowRef, useId, watch } from 'vue'
import { parseQuantity } from '#core/units/parseQuantity'
import { toSi } from '#core/units/convertUnit'
import type { Entered, UnitsOf } from '#core/units/types'
import { formatNumber, formatQuantity, unitSymbol } from '#core/units/formatQuantity'
import { parseWords } from '#shared/words/refusalWords'

/** A number with its unit, in large type. "13.3 lbft" typed into an N·m box is understood; what was typed is what is recorded. */
const props = defineProps<{ dimension: D; units: readonly UnitsOf[D][]; label: string; start?: Entered<D>; other?: UnitsOf[D] }>()
const entered = defineModel<Entered<D>>()

const id = useId()
const unit = shallowRef<UnitsOf[D]>(props.start?.unit ?? props.units[0]!)
const text = ref(props.start ? formatNumber(props.start.value, 2) : '')
const trouble = ref('')
const parsed = computed(() => parseQuantity(props.dimension, text.value, unit.value))

watch(
  [text, unit],
  () => {
    trouble.value = ''
    if (parsed.value.ok) {
      unit.value = parsed.value.value.unit
      entered.value = { value: parsed.value.value.low, unit: parsed.value.value.unit }
    } else {
      entered.value = undefined
      if (text.value.trim()) trouble.value = parseWords(parsed.value.error)
    }
  },
  { immediate: true },
)
const shown = computed(() =>
  entered.value && props.other && entered.value.unit !== props.other
    ? formatQuantity(props.dimension, toSi(props.dimension, entered.value), props.other)
    : '',
)
</script>

<template>
  <div class="quantity">
    <label :for="id">{{ label }}</label>
    <div class="line">
      <input
        :id="id"
        v-model="text"
        inputmode="decimal"
        autocomplete="off"
        :aria-invalid="trouble !== ''"
        :aria-describedby="`${id}-help`"
      />
      <div class="units" role="group" :aria-label="`Unit of ${label}`">
        <button v-for="choice in units" :key="choice" type="button" class="btn" :aria-pressed="unit === choice" @click="unit = choice">
          {{ unitSymbol(dimension, choice) }}
        </button>
      </div>
    </div>
    <p :id="`${id}-help`" :class="trouble ? 'bad' : 'soft'">{{ trouble || (shown && `= ${shown}`) }}</p>
  </div>
</template>

<style scoped>
.quantity {
  display: grid;
  gap: 4px;
}
label {
  font-weight: 600;
  color: var(--soft);
}
.line {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
input {
  font: 700 44px/1 var(--face);
  width: 150px;
  height: 68px;
  padding: 0 12px;
  border: 2px solid var(--rule);
  background: var(--well);
  color: var(--ink);
  border-radius: 3px;
}
input[aria-invalid='true'] {
  border-color: var(--bad);
}
.units {
  display: flex;
}
.units .btn {
  border-radius: 0;
  margin-left: -2px;
  min-width: 64px;
  min-height: 68px;
}
p {
  min-height: 22px;
}
.bad {
  color: var(--bad);
}
</style>
