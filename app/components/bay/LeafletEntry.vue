<script setup lang="ts">
import { computed, ref } from 'vue'
import type { JobCommand, TorquedThing } from '#core/job/types'
import type { Entered, TorqueUnit } from '#core/units/types'
import { useUnits } from '~/stores/units'

/** A torque as the leaflet in the box prints it: this job's own from then on, with the sheet's beside it. */
const props = defineProps<{ thing: TorquedThing; target: string; group?: number }>()
const emit = defineEmits<{ say: [command: JobCommand] }>()
const units = useUnits()
const low = ref<Entered<'torque'>>()
const high = ref<Entered<'torque'>>()
const from = ref('')
const torqueUnits = computed<TorqueUnit[]>(() => [units.torqueUnit, units.torqueUnit === 'N.m' ? 'lbf.ft' : 'N.m', 'lbf.in'])
function say() {
  if (!low.value || !high.value) return
  emit('say', {
    type: 'leafletRead',
    thing: props.thing,
    target: props.target,
    ...(props.group !== undefined && { group: props.group }),
    low: low.value,
    high: high.value,
    from: from.value.trim(),
  })
}
</script>

<template>
  <v-expansion-panels>
    <v-expansion-panel title="The leaflet in the box says otherwise">
      <template #text>
        <div class="stack">
          <p>As it is printed, in its own unit. It counts for this job; the sheet’s stays beside it.</p>
          <QuantityEntry v-model="low" dimension="torque" :units="torqueUnits" label="from" />
          <QuantityEntry v-model="high" dimension="torque" :units="torqueUnits" label="to" />
          <v-text-field v-model="from" label="which leaflet: maker, number, date" />
          <v-btn-second :disabled="!low || !high || !from.trim()" @click="say">It counts for this job</v-btn-second>
        </div>
      </template>
    </v-expansion-panel>
  </v-expansion-panels>
</template>
