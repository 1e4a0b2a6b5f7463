<script setup lang="ts">
import { computed } from 'vue'
import type { PlanInputs } from '#core/plan/planInputs'
import { usableParts } from '#core/sheet/chosenPart'
import { useJobPage } from '~/composables/useJobPage'
import { useSession } from '~/stores/session'

/** What the job is: the lines to renew, which part where several would do, or less than a line. Every choice is planned at once. */
const emit = defineEmits<{ plan: [inputs: PlanInputs] }>()
const session = useSession()
const { job } = useJobPage()
const resolved = computed(() => job.resolved!)
const scope = computed(() => job.state?.scope ?? [])
const isSigned = computed(() => job.state?.signedOff !== undefined)
function want(change: Partial<PlanInputs>) {
  const before = job.state?.inputs ?? { lines: [], ...(session.ownLift && { lift: session.ownLift }) }
  emit('plan', { ...before, ...change, start: job.state?.inputs?.start ?? 'ground' })
}
/** Something less than a line is in the job. */
const isAlone = computed(() => {
  const { joints = [], neighbours = [], service } = job.inputs ?? {}
  return joints.length > 0 || neighbours.length > 0 || service !== undefined
})
/** The last line stays, unless something else is left to do. */
const lines = computed(() =>
  resolved.value.lines.map(({ id, name, mark }) => ({
    id,
    text: mark ? `${name} (${mark})` : name,
    disabled: isSigned.value || (scope.value.length === 1 && scope.value.includes(id) && !isAlone.value),
  })),
)
/** Lines in the job for which several parts would do. */
const choosable = computed(() => resolved.value.lines.filter(line => scope.value.includes(line.id) && usableParts(line).length > 1))
const choosePart = (line: string, part: string | undefined) => part !== undefined && want({ parts: { ...job.inputs!.parts, [line]: part } })
</script>

<template>
  <div class="choice card">
    <b>Replace</b>
    <ScopeBoxes :items="lines" :chosen="scope" @choose="chosen => want({ lines: chosen })" />
    <LazyWhichPart
      v-for="line in choosable"
      :key="`part ${line.id}`"
      class="part"
      :line="line"
      :model-value="job.inputs?.parts?.[line.id]"
      :disabled="isSigned || job.state!.lines[line.id]?.in !== undefined"
      @update:model-value="part => choosePart(line.id, part)"
    />
    <v-expansion-panels class="alone">
      <v-expansion-panel title="Or less than a line: a joint, a part, the fluid">
        <template #text><LazyLessThanLine @want="want" /></template>
      </v-expansion-panel>
    </v-expansion-panels>
  </div>
</template>

<style scoped>
.choice {
  display: flex;
  gap: 8px 20px;
  align-items: center;
  flex-wrap: wrap;
}
.part {
  flex: 1 1 320px;
}
.alone {
  flex: 1 1 280px;
  min-width: 0;
}
</style>
