<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Step } from '#core/job/steps/listSteps'
import { fastenerLosses, type FastenerLoss, type JobCommand } from '#core/job/types'
import { sheetNames } from '#shared/words/sheetNames'
import { useJob } from '~/stores/job'
import { useSession } from '~/stores/session'

/** What happens in a job that no plan foresees: each is put on record, and what is left is planned anew from there. */
const props = defineProps<{ step: Step | undefined }>()
const emit = defineEmits<{ say: [command: JobCommand] }>()
const job = useJob()
const session = useSession()
const sheet = computed(() => job.view!.sheet)
const name = computed(() => sheetNames(sheet.value))
const why = ref('')
const laidIn = computed(() =>
  job.state!.scope.filter(line => {
    const record = job.state!.lines[line]
    return record?.in !== undefined && (record.again === undefined || record.again.n < record.in.n)
  }),
)
/** Joints that were closed and can be opened once more. */
const closed = computed(() => Object.entries(job.state!.joints).flatMap(([id, { seated }]) => (seated ? [id] : [])))
const operation = computed(() => {
  const target = props.step?.target
  const found = sheet.value.operations.find(({ id }) => id === target)
  const isLead = session.isLead
  return isLead && found && job.state!.operations[found.id]?.off && found.fasteners.length > 0 ? found : undefined
})
const group = ref<string>()
const what = ref<FastenerLoss>()
const count = ref(1)
const instead = ref('')
const lossWords: Record<FastenerLoss, string> = { missing: 'Not there', broken: 'Broken' }
function lose() {
  if (!operation.value || group.value === undefined || !what.value) return
  emit('say', {
    type: 'fastenerLost',
    operation: operation.value.id,
    group: Number(group.value),
    count: count.value,
    what: what.value,
    instead: instead.value.trim(),
  })
}
</script>

<template>
  <div class="stack turn">
    <v-btn-second @click="emit('say', { type: 'ranDry' })">The reservoir ran dry</v-btn-second>
    <template v-if="laidIn.length > 0">
      <v-textarea v-model="why" label="Why a line has to come out again" />
      <v-btn-second
        v-for="line in laidIn"
        :key="line"
        :disabled="!why.trim()"
        @click="emit('say', { type: 'lineCalledOut', line, why: why.trim() })"
        >Out again: {{ name.line(line) }}</v-btn-second
      >
    </template>
    <OpenAgain
      v-for="joint in closed"
      :key="joint"
      :joint="joint"
      :label="`Open again: ${name.joint(joint)}`"
      @open="commands => commands.forEach(command => emit('say', command))"
    />
    <section v-if="operation" class="stack" :aria-label="`Fasteners of ${operation.name}`">
      <p>
        <b>A fastener of {{ operation.name }} is missing or broke</b>
      </p>
      <ChoiceRow
        v-model="group"
        label="Which"
        :choices="operation.fasteners.map((fastener, i) => ({ id: String(i), text: `${fastener.what} ${fastener.size}` }))"
      />
      <ChoiceRow v-model="what" label="What is wrong" :choices="fastenerLosses.map(id => ({ id, text: lossWords[id] }))" />
      <v-text-field v-model.number="count" type="number" min="1" max="60" label="how many" />
      <v-textarea v-model="instead" label="What goes there instead" />
      <v-btn-second :disabled="group === undefined || !what || !instead.trim()" @click="lose">Put it on record</v-btn-second>
    </section>
  </div>
</template>

<style scoped>
.turn {
  padding-top: 8px;
}
.turn .v-btn {
  min-height: 52px;
}
.turn :deep(.v-btn__content) {
  white-space: normal;
  text-align: left;
}
</style>
