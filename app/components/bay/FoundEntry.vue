<script setup lang="ts">
import { computed, ref } from 'vue'
import type { JobCommand } from '#core/job/types'
import type { Found, Observation } from '#core/sheet/observation'
import type { Lack } from '#core/sheet/lacksOf'
import type { Entered } from '#core/units/types'
import { foundWords } from '#shared/words/foundWords'
import { list } from '#shared/words/vocabulary'
import { useUnits } from '~/stores/units'

/** What the sheet does not know and is met in this step: written down here, and offered to the sheet later. */
const props = defineProps<{ lack: Lack; target: string; observed: readonly Observation[] }>()
const emit = defineEmits<{ say: [command: JobCommand] }>()
const units = useUnits()
const mine = computed(() => props.observed.filter(one => one.about === props.lack.about && one.target === props.target))
const names: Record<Found['what'], string> = {
  hex: 'wrench',
  torque: 'torque',
  length: 'length',
  count: 'fasteners',
  minutes: 'minutes',
  note: 'note',
}
const torque = ref<Entered<'torque'>>()
const hex = ref<Entered<'length'>>()
const length = ref<Entered<'length'>>()
const count = ref<number>()
const minutes = ref<number>()
const isAsked = (what: Found['what']) => props.lack.what.includes(what) && !mine.value.some(({ found }) => found.what === what)
const say = (found: Found) => emit('say', { type: 'observed', about: props.lack.about, target: props.target, found })
const isNumber = (value: number | undefined): value is number => typeof value === 'number' && Number.isFinite(value) && value >= 0
</script>

<template>
  <v-expansion-panels>
    <v-expansion-panel :title="`Not on the sheet yet: ${list(lack.what.map(what => names[what]))}`">
      <template #text>
        <section class="stack found" aria-label="Not on the sheet yet">
          <p>Write down what fits.</p>
          <p v-for="(one, i) in mine" :key="i">{{ foundWords(one.found) }}</p>
          <template v-if="isAsked('hex')">
            <QuantityEntry v-model="hex" dimension="length" :units="['mm', 'in']" label="wrench that fits" />
            <v-btn-second :disabled="!hex" @click="say({ what: 'hex', entered: hex! })">Write the wrench down</v-btn-second>
          </template>
          <template v-if="isAsked('torque')">
            <QuantityEntry
              v-model="torque"
              dimension="torque"
              :units="units.choice === 'us' ? ['lbf.ft', 'N.m'] : ['N.m', 'lbf.ft']"
              label="torque looked up"
            />
            <v-btn-second :disabled="!torque" @click="say({ what: 'torque', entered: torque! })">Write the torque down</v-btn-second>
          </template>
          <template v-if="isAsked('length')">
            <QuantityEntry v-model="length" dimension="length" :units="['mm', 'in']" label="length, end to end" />
            <v-btn-second :disabled="!length" @click="say({ what: 'length', entered: length! })">Write the length down</v-btn-second>
          </template>
          <template v-if="isAsked('count')">
            <v-text-field v-model.number="count" type="number" min="0" max="99" label="fasteners counted" />
            <v-btn-second :disabled="!isNumber(count)" @click="say({ what: 'count', count: count! })">Write the count down</v-btn-second>
          </template>
          <template v-if="isAsked('minutes')">
            <v-text-field v-model.number="minutes" type="number" min="0" max="2880" label="minutes by the clock" />
            <v-btn-second :disabled="!isNumber(minutes)" @click="say({ what: 'minutes', minutes: minutes! })"
              >Write the minutes down</v-btn-second
            >
          </template>
        </section>
      </template>
    </v-expansion-panel>
  </v-expansion-panels>
</template>

<style scoped>
.found {
  border-left: 6px solid var(--accent);
  padding-left: 12px;
  justify-items: stretch;
}
.found .v-btn {
  min-height: 52px;
}
</style>
