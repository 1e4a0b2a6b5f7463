<script setup lang="ts">
import { computed, ref } from 'vue'
import type { JobCommand, JointRecord, PressureBy } from '#core/job/types'
import { settleWindow } from '#core/sheet/settleContested'
import type { Joint } from '#core/sheet/types'
import { nextInHeadroom } from '#core/torque/nextInHeadroom'
import { fromSi, toSi } from '#core/units/convertUnit'
import { formatEntered, formatNumber } from '#core/units/formatQuantity'
import type { Entered } from '#core/units/types'
import { useUnits } from '~/stores/units'

/** A joint that weeps, and something left in hand: the next value, and what is left after it. */
const props = defineProps<{ joint: Joint; record: JointRecord; running: boolean; by: PressureBy }>()
const emit = defineEmits<{ retorque: [commands: JobCommand[]] }>()
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
const stop = (): JobCommand[] => (props.running ? [{ type: 'engineStopped' }] : [])
/** Everything that follows from it is then due once more, and nothing else. */
const open = () => emit('retorque', [...stop(), { type: 'jointOpened', joint: props.joint.id }])
/** The engine stands before a wrench comes near; it is started again for the look. */
function again() {
  if (!torque.value) return
  emit('retorque', [...stop(), { type: 'jointTorqued', joint: props.joint.id, how: 'wrench', entered: torque.value }])
}
</script>

<template>
  <div v-if="window.kind !== 'unknown' && before !== undefined" class="stack offer">
    <template v-if="start">
      <p class="caution">
        It weeps. {{ by === 'engine' ? 'Stop the engine' : 'Let the pressure go' }}, then use some of what is in hand, never beyond the
        window; then {{ by === 'engine' ? 'start it' : 'put it under pressure' }} and look again.
      </p>
      <QuantityEntry v-model="torque" dimension="torque" :units="[units.torqueUnit]" :start="start" label="torqued to" /><TorqueWindow
        :window="window.value"
        :value="torque && toSi('torque', torque)"
      />
      <v-btn-second :disabled="!torque" @click="again">
        Use some of the headroom{{ torque ? `: ${formatEntered('torque', torque)}` : '' }}
      </v-btn-second>
    </template>
    <p v-else class="caution">It weeps, and nothing is left in hand: open the joint again, and look at seal and seat.</p>
  </div>
  <v-btn-quiet @click="open">Open this joint again</v-btn-quiet>
</template>

<style scoped>
.offer {
  width: 100%;
}
.v-btn {
  min-height: 56px;
}
</style>
