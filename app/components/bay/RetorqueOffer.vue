<script setup lang="ts">
import { computed } from 'vue'
import type { JobCommand, JointRecord } from '#core/job/types'
import { settleWindow } from '#core/sheet/settleContested'
import type { Joint } from '#core/sheet/types'
import { nextInHeadroom } from '#core/torque/nextInHeadroom'
import { fromSi } from '#core/units/convertUnit'
import { formatNumber } from '#core/units/formatQuantity'
import { useUnits } from '~/stores/units'

/** A joint that weeps, and something left in hand: the next value, and what is left after it. */
const props = defineProps<{ joint: Joint; record: JointRecord }>()
const emit = defineEmits<{ retorque: [command: Extract<JobCommand, { type: 'jointTorqued' }>] }>()
const units = useUnits()
const window = computed(() => settleWindow(props.joint.torque ?? 'unknown'))
const next = computed(() => window.value.kind !== 'unknown' && props.record.torqued?.torque !== undefined ? nextInHeadroom(props.record.torqued.torque, window.value.value) : undefined)
const value = computed(() => next.value === undefined ? undefined : Number(formatNumber(fromSi('torque', next.value, units.torqueUnit), 1)))
</script>

<template>
  <div v-if="window.kind !== 'unknown' && record.torqued" class="card stack offer">
    <template v-if="next !== undefined && value !== undefined"><p><b>It weeps, and there is some left in hand.</b> Torqued at {{ units.torque(record.torqued.torque!) }}; the window goes to {{ units.torque(window.value.high) }}. Engine off first.</p>
      <button class="btn" @click="emit('retorque', { type: 'jointTorqued', joint: joint.id, how: 'wrench', entered: { value, unit: units.torqueUnit } })">Use some of the headroom: {{ units.torque(next) }}</button></template>
    <p v-else><b>Nothing is left in hand.</b> Take back what was torqued, open the joint, and look at seal and seat.</p>
  </div>
</template>

<style scoped>
.offer { border-left: 6px solid var(--warn); } .btn { min-height: 56px; }
</style>
