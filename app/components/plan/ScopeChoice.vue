<script setup lang="ts">
import { computed } from 'vue'
import type { PlanInputs } from '#core/access/planJob'
import { services } from '#core/access/services'
import { bleedPlaces } from '#core/job/carState'
import { usableParts } from '#core/sheet/chosenPart'
import { linesOf } from '#core/sheet/jointLines'
import { serviceWords } from '#shared/words/planWords'
import { useJobPage } from '~/composables/useJobPage'
import { useSession } from '~/stores/session'

/** What the job is: the lines to renew, which part where several would do, or less than a line. Every choice is planned at once. */
const emit = defineEmits<{ plan: [inputs: PlanInputs] }>()
const session = useSession()
const { job } = useJobPage()
const resolved = computed(() => job.resolved!)
const sheet = computed(() => resolved.value.sheet)
const scope = computed(() => job.state?.scope ?? [])
const isSigned = computed(() => job.state?.signedOff !== undefined)
/** As they stand on the sheet, with one more or one less. */
const pick = (all: readonly { id: string }[], had: readonly string[], id: string, on: boolean) =>
  all.map(one => one.id).filter(one => (one === id ? on : had.includes(one)))
function want(change: Partial<PlanInputs>) {
  const before = job.state?.inputs ?? { lines: [], ...(session.ownLift && { lift: session.ownLift }) }
  emit('plan', { ...before, ...change, start: job.state?.inputs?.start ?? 'ground' })
}
const choose = (line: string, on: boolean) => want({ lines: pick(resolved.value.lines, scope.value, line, on) })
/** Lines in the job for which several parts would do. */
const choosable = computed(() => resolved.value.lines.filter(line => scope.value.includes(line.id) && usableParts(line).length > 1))
function choosePart(line: string, part: string | null) {
  if (part !== null) emit('plan', { ...job.inputs!, parts: { ...job.inputs!.parts, [line]: part } })
}
/** Joints opened and sealed anew alone: their line stays where it is. */
const alone = computed(() => job.state?.inputs?.joints ?? [])
const chooseJoint = (joint: string, on: boolean) => want({ joints: pick(resolved.value.joints, alone.value, joint, on) })
/** Parts beside the lines renewed alone, and fluid work for itself. */
const beside = computed(() => job.state?.inputs?.neighbours ?? [])
const chooseBeside = (neighbour: string, on: boolean) => want({ neighbours: pick(sheet.value.neighbours, beside.value, neighbour, on) })
/** What can be done to this fluid by itself. */
const fluidWork = computed(() =>
  services
    .filter(service => (service === 'level' ? sheet.value.levels.length > 0 : sheet.value.fills.length > 0))
    .filter(service => service !== 'bleed' || bleedPlaces(sheet.value, job.inputs).places.length > 0),
)
const isAlone = computed(() => alone.value.length > 0 || beside.value.length > 0 || job.inputs?.service !== undefined)
</script>

<template>
  <div class="choice card">
    <b>Replace</b>
    <v-checkbox
      v-for="item in resolved.lines"
      :key="item.id"
      :label="item.mark ? `${item.name} (${item.mark})` : item.name"
      :model-value="scope.includes(item.id)"
      :disabled="isSigned || (scope.length === 1 && scope.includes(item.id) && !isAlone)"
      @update:model-value="on => choose(item.id, on === true)"
    />
    <v-select
      v-for="item in choosable"
      :key="`part ${item.id}`"
      :label="`${item.name}: which part`"
      :items="usableParts(item).map(part => ({ value: part.id, title: part.number ? `${part.name}, ${part.number}` : part.name }))"
      :model-value="job.inputs?.parts?.[item.id] ?? null"
      placeholder="not chosen yet"
      persistent-placeholder
      :disabled="isSigned || job.state!.lines[item.id]?.in !== undefined"
      class="part"
      @update:model-value="part => choosePart(item.id, part)"
    />
    <v-expansion-panels class="alone">
      <v-expansion-panel title="Or less than a line: a joint, a part beside it, the fluid">
        <template #text>
          <v-checkbox
            v-for="item in resolved.joints.filter(one => !linesOf(one).some(line => scope.includes(line)))"
            :key="item.id"
            :label="`${item.name} (${resolved.lines.find(one => one.id === item.line)?.name})`"
            :model-value="alone.includes(item.id)"
            :disabled="isSigned"
            @update:model-value="on => chooseJoint(item.id, on === true)"
          />
          <v-checkbox
            v-for="item in resolved.sheet.neighbours.filter(({ ways }) => ways?.length)"
            :key="item.id"
            :label="`Renew: ${item.what}`"
            :model-value="beside.includes(item.id)"
            :disabled="isSigned || job.state!.renewed[item.id] !== undefined"
            @update:model-value="on => chooseBeside(item.id, on === true)"
          />
          <v-select
            v-if="fluidWork.length"
            label="The fluid by itself"
            :items="fluidWork.map(service => ({ value: service, title: serviceWords[service] }))"
            :model-value="job.inputs?.service ?? null"
            placeholder="nothing"
            persistent-placeholder
            clearable
            :disabled="isSigned"
            @update:model-value="service => want({ service: service ?? undefined })"
          />
        </template>
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
  flex-basis: 100%;
}
</style>
