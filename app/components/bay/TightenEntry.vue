<script setup lang="ts">
import type { torquesAsked } from '#core/job/torquesAsked'
import type { JobCommand, TorqueSaid } from '#core/job/types'
import type { Operation } from '#core/sheet/types'

/** The torques of one thing, group by group: of an operation's fasteners, of a part beside the lines. What has none is not asked. */
const props = defineProps<{
  asked: NonNullable<ReturnType<typeof torquesAsked>>['asked']
  thing: Extract<JobCommand, { type: 'tightened' }>['thing']
  target: string
  operation: Operation | undefined
}>()
const torques = defineModel<(TorqueSaid | undefined)[]>({ required: true })
const emit = defineEmits<{ say: [command: JobCommand] }>()
const groupName = (group: number) => {
  const fastener = props.operation?.fasteners[group]
  return fastener && props.asked.length > 1 ? `${fastener.count} × ${fastener.what} ${fastener.size}, ${fastener.place}` : ''
}
</script>

<template>
  <template v-for="(one, i) in asked" :key="i">
    <template v-if="one !== undefined">
      <TorqueEntry v-model="torques[i]" :torque="one.torque ?? 'unknown'" :turn="one.turn" :label="groupName(i)" />
      <LeafletEntry :thing="thing" :target="target" :group="thing === 'operation' ? i : undefined" @say="command => emit('say', command)" />
    </template>
  </template>
</template>
