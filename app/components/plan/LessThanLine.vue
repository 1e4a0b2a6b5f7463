<script setup lang="ts">
import { computed } from 'vue'
import type { PlanInputs } from '#core/plan/planInputs'
import { services } from '#core/plan/goals/services'
import { bleedPlaces } from '#core/job/state/carState'
import { linesOf } from '#core/sheet/jointLines'
import { serviceWords } from '#shared/words/planWords'
import { useJobPage } from '~/composables/useJobPage'

/** A job on less than a line: a joint opened and sealed anew, a part beside the lines renewed, the fluid by itself. */
const emit = defineEmits<{ want: [change: Partial<PlanInputs>] }>()
const { job } = useJobPage()
const resolved = computed(() => job.resolved!)
const isSigned = computed(() => job.state?.signedOff !== undefined)
/** Joints of lines that stay where they are. */
const joints = computed(() =>
  resolved.value.joints
    .filter(joint => !linesOf(joint).some(line => job.state?.scope.includes(line)))
    .map(({ id, name, line }) => {
      const on = resolved.value.lines.find(one => one.id === line)
      return { id, text: on ? `${name} (${on.name})` : name, disabled: isSigned.value }
    }),
)
const beside = computed(() =>
  resolved.value.sheet.neighbours
    .filter(({ ways }) => ways?.length)
    .map(({ id, what }) => ({ id, text: `Renew: ${what}`, disabled: isSigned.value || job.state!.renewed[id] !== undefined })),
)
/** What can be done to this fluid by itself. */
const fluidWork = computed(() => {
  const { sheet } = resolved.value
  return services
    .filter(service => (service === 'level' ? sheet.levels.length > 0 : sheet.fills.length > 0))
    .filter(service => service !== 'bleed' || bleedPlaces(sheet, job.inputs).places.length > 0)
    .map(service => ({ value: service, title: serviceWords[service] }))
})
</script>

<template>
  <ScopeBoxes :items="joints" :chosen="job.inputs?.joints ?? []" @choose="chosen => emit('want', { joints: chosen })" />
  <ScopeBoxes :items="beside" :chosen="job.inputs?.neighbours ?? []" @choose="chosen => emit('want', { neighbours: chosen })" />
  <v-select
    v-if="fluidWork.length"
    label="The fluid by itself"
    :items="fluidWork"
    :model-value="job.inputs?.service ?? null"
    placeholder="nothing"
    persistent-placeholder
    clearable
    :disabled="isSigned"
    @update:model-value="service => emit('want', { service: service ?? undefined })"
  />
</template>
