<script setup lang="ts">
import { computed, ref } from 'vue'
import type { torquesAsked } from '#core/job/owed/torquesAsked'
import type { JobCommand, TorqueSaid } from '#core/job/types'
import type { Operation } from '#core/sheet/types'
import { fastenerWords } from '#shared/words/fastenerWords'

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
  return fastener ? `${fastener.count} × ${fastenerWords(fastener)}, ${fastener.place}` : `Group ${group + 1}`
}
const groups = props.asked.flatMap((one, i) => (one === undefined ? [] : [i]))
/** Group after group: the one that is being tightened stands open, the others are said with whether they are done. */
const at = ref(groups[0])
const choices = computed(() =>
  groups.map(id => ({ id: String(id), text: `${groupName(id)}: ${torques.value[id] ? 'entered' : 'not yet'}` })),
)
</script>

<template>
  <ChoiceRow
    v-if="groups.length > 1"
    :model-value="String(at)"
    label="What is being tightened"
    :choices="choices"
    @update:model-value="id => (at = Number(id))"
  />
  <template v-for="(one, i) in asked" :key="i">
    <div v-if="one !== undefined" v-show="i === at" class="stack">
      <TorqueEntry
        :model-value="torques[i]"
        :torque="one.torque ?? 'unknown'"
        :turn="one.turn"
        @update:model-value="said => (torques = torques.with(i, said))"
      />
      <LeafletEntry :thing="thing" :target="target" :group="thing === 'operation' ? i : undefined" @say="command => emit('say', command)" />
    </div>
  </template>
</template>
