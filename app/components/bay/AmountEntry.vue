<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { kindOfFluid } from '#core/fluid/fluidKinds'
import { usualDensity } from '#core/fluid/usualDensity'
import type { AmountSaid } from '#core/job/commands/saidCommand'
import type { Millilitres } from '#core/units/types'
import { useUnits } from '~/stores/units'

/**
 * So much fluid, how that is known (in a jug, on a scale, by eye) and, where it goes in, which it is and what it comes out of. `spec`: the
 * fluid in its sheet's words; `expected`: what may lie in the pan.
 */
const props = defineProps<{
  label: string
  spec: string
  goesIn: boolean
  asksWhich: boolean
  asksBottle: boolean
  expected?: Millilitres
}>()
const said = defineModel<AmountSaid>({ required: true })
/** One of the things said changes, the others stay. */
const part = <K extends keyof AmountSaid>(key: K) =>
  computed({ get: () => said.value[key], set: value => (said.value = { ...said.value, [key]: value }) })
const [amount, which, bottle, kept] = [part('amount'), part('which'), part('bottle'), part('kept')]
const units = useUnits()
const kind = computed(() => kindOfFluid(props.spec))
const density = computed(() => (props.goesIn ? undefined : usualDensity(kind.value)))
type Way = 'measured' | 'weighed' | 'estimated'
const way = ref<Way>(said.value.how)
watch(way, chosen => (said.value = { ...said.value, how: chosen === 'estimated' ? 'estimated' : 'measured', weighed: undefined }))
const ways = computed<{ id: Way; text: string }[]>(() => [
  { id: 'measured', text: 'Measured' },
  ...(density.value ? [{ id: 'weighed' as const, text: 'Weighed' }] : []),
  { id: 'estimated', text: 'Estimated' },
])
</script>

<template>
  <ChoiceRow v-model="way" label="How it is known" :choices="ways" />
  <WeighEntry
    v-if="way === 'weighed' && density"
    :density="density"
    :expected="expected"
    @weighed="(amount, weighed) => (said = { ...said, amount, weighed })"
  />
  <QuantityEntry
    v-else
    v-model="amount"
    dimension="volume"
    :units="units.choice === 'us' ? ['floz', 'qt', 'mL'] : ['mL', 'L', 'floz']"
    :other="amount?.unit === 'floz' || amount?.unit === 'qt' ? 'mL' : 'floz'"
    :label="label"
  />
  <ChoiceRow
    v-if="asksWhich"
    v-model="which"
    label="What goes in"
    :choices="[
      { id: 'new', text: 'New fluid' },
      { id: 'drained', text: 'What was drained: clean' },
    ]"
  />
  <BottleEntry v-if="asksBottle && which !== 'drained'" v-model:bottle="bottle" v-model:kept="kept" :kind="kind" />
</template>
