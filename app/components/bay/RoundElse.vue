<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { BodyOf } from '#core/job/types'
import { unitSymbol } from '#core/units/formatQuantity'
import type { Entered } from '#core/units/types'
import {
  elseSeenWords,
  pedalChoices,
  pedalShare,
  standsChoices,
  standsShare,
  type ElseAsked,
  type PedalWord,
  type StandsWord,
} from '#shared/words/airWords'
import { useUnits } from '~/stores/units'
import { typedNumber } from '~/utils/editField'

export type RoundElse = Pick<BodyOf<'roundBled'>, 'bubble' | 'pedal' | 'stands' | 'out' | 'in'>
/** What else may be said of a round, folded to one line: amounts as a jar shows them, bubbles, how the pedal went, how full it stood. */
const props = defineProps<{ asks: ElseAsked }>()
const said = defineModel<RoundElse>({ required: true })
const units = useUnits()
const symbol = unitSymbol('volume', units.smallVolumeUnit)
const typed = ref({ out: '', in: '', bubble: '' })
const pedal = ref<PedalWord>()
const stands = ref<StandsWord>()
const within = (text: string, most: number): number | undefined => {
  const value = typedNumber(text)
  return value !== undefined && value >= 0 && value <= most ? value : undefined
}
const entered = (text: string): Entered<'volume'> | undefined => {
  const value = within(text, Infinity)
  return value ? { value, unit: units.smallVolumeUnit } : undefined
}
const bubble = computed(() => within(typed.value.bubble, 2000))
const amounts = computed(() => ({ out: entered(typed.value.out), in: entered(typed.value.in) }))
const words = computed(() =>
  elseSeenWords({ bubble: bubble.value, pedal: pedal.value, stands: stands.value, ...amounts.value }, props.asks),
)
watch([bubble, pedal, stands, amounts], () => {
  const { out, in: into } = amounts.value
  said.value = {
    ...(out && { out }),
    ...(into && { in: into }),
    ...(bubble.value !== undefined && { bubble: bubble.value }),
    ...(pedal.value && { pedal: pedalShare[pedal.value] }),
    ...(stands.value && { stands: standsShare[stands.value] }),
  }
})
</script>

<template>
  <RoomPart title="What else was seen" :told="words">
    <div class="row">
      <v-text-field v-if="asks.out" v-model="typed.out" inputmode="decimal" autocomplete="off" :label="`let out, ${symbol}`" />
      <v-text-field v-model="typed.in" inputmode="decimal" autocomplete="off" :label="`put in, ${symbol}`" />
    </div>
    <v-text-field
      v-if="asks.bubble"
      v-model="typed.bubble"
      inputmode="decimal"
      autocomplete="off"
      label="bubbles in the clear hose, mm together"
    />
    <template v-if="asks.pedal">
      <p class="soft">How far did the pedal go before it held?</p>
      <ChoiceRow v-model="pedal" label="Pedal" :choices="pedalChoices" />
    </template>
    <template v-if="asks.stands">
      <p class="soft">How full does the reservoir stand after it, before you top it up?</p>
      <ChoiceRow v-model="stands" label="Reservoir" :choices="standsChoices" />
    </template>
  </RoomPart>
</template>
