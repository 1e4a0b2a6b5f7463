<script setup lang="ts">
import { computed, ref } from 'vue'
import { runningSince } from '#core/job/state/carState'
import type { JobCommand } from '#core/job/types'
import { estimateFluid } from '#core/fluid/estimateFluid'
import { stepFacts } from '#shared/words/factWords'
import { stepWords } from '#shared/words/stepWords'
import { useJob } from '~/stores/job'
import { useUnits } from '~/stores/units'

/** A joint that was closed is opened once more: with all that stood before its first opening, cautions first. */
const props = defineProps<{ joint: string; label: string }>()
const emit = defineEmits<{ open: [commands: JobCommand[]] }>()
const job = useJob()
const units = useUnits()
const asks = ref(false)
const step = computed(() => {
  const joint = job.resolved!.joints.find(({ id }) => id === props.joint)
  const way = joint?.ways[0]
  return {
    kind: 'open' as const,
    target: props.joint,
    at: way?.at ?? 'ground',
    from: way?.from,
    id: `open:${props.joint}`,
    visit: 0,
    minutes: 0,
  }
})
const words = computed(() => stepWords({ ...step.value, phase: 'line' }, job.resolved!.sheet))
const facts = computed(() => {
  const resolved = job.resolved!
  const joint = resolved.joints.find(({ id }) => id === props.joint)
  const line = resolved.lines.find(({ id }) => id === joint?.line)
  const lines = job.state!.scope
  const fluid = estimateFluid(resolved, lines, { openOrder: [props.joint], operations: [] })
  const format = { torque: units.torqueRange, volume: units.volumeRange }
  return stepFacts(resolved, { ...step.value, phase: 'line', status: 'open' }, { line, fluid, format })
})
const waits = computed(() => job.waits.filter(wait => wait.isBound(step.value)))
const open = () =>
  emit('open', [...(runningSince(job.state!) ? [{ type: 'engineStopped' } as const] : []), { type: 'jointOpened', joint: props.joint }])
</script>

<template>
  <v-btn-quiet v-if="!asks" block @click="asks = true">{{ label }}</v-btn-quiet>
  <section v-else class="stack again" :aria-label="words.title">
    <p v-for="caution in words.cautions" :key="caution.text" class="caution">{{ caution.text }}</p>
    <WaitBar v-for="wait in waits" :key="wait.wait.id" :wait="wait" @cut="command => emit('open', [command])" />
    <StepFacts v-if="facts.length" :facts="facts" />
    <p>Pan below it, cap at hand: what runs out is caught and counted, and everything about this joint is due once more.</p>
    <v-btn-second @click="open">It is open: {{ words.title.replace(/^[^:]*: /, '') }}</v-btn-second>
  </section>
</template>

<style scoped>
.again {
  width: 100%;
}
.v-btn {
  min-height: 56px;
}
</style>
