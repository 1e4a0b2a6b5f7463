<script setup lang="ts" generic="D extends 'torque' | 'volume' | 'temperature' | 'length'">
import { computed, ref, shallowRef, useId, watch, type ShallowRef } from 'vue'
import { parseQuantity } from '#core/units/parseQuantity'
import { toSi } from '#core/units/convertUnit'
import type { Entered, UnitsOf } from '#core/units/types'
import { formatNumber, formatQuantity, unitSymbol } from '#core/units/formatQuantity'
import { parseWords } from '#shared/words/refusalWords'

/** A number with its unit, in large type. "13.3 lbft" typed into an N·m box is understood; what was typed is what is recorded. */
const props = defineProps<{ dimension: D; units: readonly UnitsOf[D][]; label: string; start?: Entered<D>; other?: UnitsOf[D] }>()
const entered = defineModel<Entered<D>>()

const id = useId()
// Said outright: worked out from its argument, this one type took the compiler a quarter of its time.
const unit = shallowRef(props.start?.unit ?? props.units[0]!) as ShallowRef<UnitsOf[D]>
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
    <div class="line">
      <v-text-field
        v-model="text"
        class="number"
        :label="label"
        inputmode="decimal"
        autocomplete="off"
        :data-mixed="dimension === 'volume' || dimension === 'length' ? '' : undefined"
        :error="trouble !== ''"
        :aria-describedby="`${id}-help`"
        hide-details
      />
      <div class="units" role="group" :aria-label="`Unit of ${label}`">
        <v-btn-second v-for="choice in units" :key="choice" :aria-pressed="unit === choice" @click="unit = choice">
          {{ unitSymbol(dimension, choice) }}
        </v-btn-second>
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
.line {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  align-items: flex-start;
}
.number {
  flex: 0 0 170px;
}
.number :deep(.v-field) {
  height: 72px;
  background: var(--well);
  font: 700 38px/1 var(--face);
}
.number :deep(.v-field-label) {
  font: 600 16px/1.2 var(--face);
}
.number :deep(.v-field__input) {
  min-height: 72px;
  padding-top: 4px;
  font: inherit;
}
.units {
  display: flex;
}
.units .v-btn {
  border-radius: 0;
  margin-left: -2px;
  min-width: 64px;
  min-height: 72px;
}
p {
  min-height: 22px;
}
.bad {
  color: var(--bad);
}
/* Nothing to say takes no room where every line counts. */
@media (max-width: 599px) {
  .number {
    flex-basis: 150px;
  }
  .number :deep(.v-field),
  .number :deep(.v-field__input) {
    height: 56px;
    min-height: 56px;
  }
  .units .v-btn {
    min-width: 62px;
    min-height: 56px;
    padding: 4px;
  }
  p:empty {
    display: none;
  }
}
</style>
