<script setup lang="ts">
import { computed, ref } from 'vue'
import type { JobCommand, JointRecord, PressureBy, TorqueSaid } from '#core/job/types'
import { settleWindow } from '#core/sheet/settleContested'
import type { Joint } from '#core/sheet/types'
import { nextInHeadroom } from '#core/torque/nextInHeadroom'
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
/** What the wrench came to: nobody but the hand that held it says that. */
const said = ref<TorqueSaid>()
const stop = (): JobCommand[] => (props.running ? [{ type: 'engineStopped' }] : [])
/** The engine stands before a wrench comes near; it is started again for the look. */
function again() {
  if (said.value) emit('retorque', [...stop(), { type: 'jointTorqued', joint: props.joint.id, ...said.value }])
}
</script>

<template>
  <div v-if="window.kind !== 'unknown' && before !== undefined" class="stack offer">
    <template v-if="next !== undefined">
      <p class="caution">
        It weeps. {{ by === 'engine' ? 'Stop the engine' : 'Let the pressure go' }}, then use some of what is in hand, never beyond the
        window; then {{ by === 'engine' ? 'start it' : 'put it under pressure' }} and look again.
      </p>
      <p>
        A third of what is in hand: set the wrench to <b>{{ units.torque(next) }}</b>, turn, and enter what it came to.
      </p>
      <TorqueEntry v-model="said" :torque="joint.torque ?? 'unknown'" :turn="joint.turn" :kind="joint.kind" />
      <v-btn-second :disabled="!said" @click="again">Record this torque</v-btn-second>
    </template>
    <p v-else class="caution">It weeps, and nothing is left in hand: open the joint again, and look at seal and seat.</p>
  </div>
  <OpenAgain :joint="joint.id" label="Open this joint again" @open="commands => emit('retorque', commands)" />
</template>

<style scoped>
.offer {
  width: 100%;
}
.v-btn {
  min-height: 56px;
}
</style>
