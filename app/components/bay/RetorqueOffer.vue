<script setup lang="ts">
import { computed, ref } from 'vue'
import type { JobCommand, JointRecord } from '#core/job/types'
import { settleWindow } from '#core/sheet/settleContested'
import type { Joint } from '#core/sheet/types'
import { nextInHeadroom } from '#core/torque/nextInHeadroom'
import { fromSi, toSi } from '#core/units/convertUnit'
import { formatEntered, formatNumber } from '#core/units/formatQuantity'
import type { Entered } from '#core/units/types'
import { useUnits } from '~/stores/units'

/** A joint that weeps, and something left in hand: the next value, and what is left after it. */
const props = defineProps<{ joint: Joint; record: JointRecord }>()
const emit = defineEmits<{ retorque: [command: Extract<JobCommand, { type: 'jointTorqued' }>] }>()
const units = useUnits()
const window = computed(() => settleWindow(props.joint.torque ?? 'unknown'))
const before = computed(() => props.record.torqued?.torque)
const next = computed(() =>
  window.value.kind !== 'unknown' && before.value !== undefined ? nextInHeadroom(before.value, window.value.value) : undefined,
)
const start = computed<Entered<'torque'> | undefined>(() =>
  next.value === undefined
    ? undefined
    : { value: Number(formatNumber(fromSi('torque', next.value, units.torqueUnit), 1)), unit: units.torqueUnit },
)
const torque = ref<Entered<'torque'> | undefined>(start.value)
</script>

<template>
  <div v-if="window.kind !== 'unknown' && before !== undefined" class="stack offer">
    <template v-if="start">
      <p class="caution">It weeps. Engine off, then use some of what is in hand, never beyond the window; after that look again.</p>
      <QuantityEntry v-model="torque" dimension="torque" :units="[units.torqueUnit]" :start="start" label="torqued again at" /><TorqueWindow
        :window="window.value"
        :value="torque && toSi('torque', torque)"
      />
      <v-btn-second
        :disabled="!torque"
        @click="torque && emit('retorque', { type: 'jointTorqued', joint: joint.id, how: 'wrench', entered: torque })"
      >
        Use some of the headroom{{ torque ? `: ${formatEntered('torque', torque)}` : '' }}
      </v-btn-second>
    </template>
    <p v-else class="caution">
      It weeps, and nothing is left in hand. Take back what was torqued, open the joint, and look at seal and seat.
    </p>
  </div>
</template>

<style scoped>
.offer {
  width: 100%;
}
.v-btn {
  min-height: 56px;
}
</style>
