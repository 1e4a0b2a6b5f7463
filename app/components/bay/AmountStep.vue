<script setup lang="ts">
import { computed } from 'vue'
import { isGlycol, kindOfFluid } from '#core/fluid/fluidKinds'
import { judgeFill } from '#core/fluid/judgeFill'
import { balanceOf } from '#core/job/state/balanceOf'
import { bleedMethodOf } from '#core/job/state/carState'
import { fillMark } from '#core/job/state/fillMark'
import type { Step } from '#core/job/steps/listSteps'
import type { AmountSaid } from '#core/job/commands/saidCommand'
import type { JobCommand } from '#core/job/types'
import { unknownSealing } from '#core/sheet/sealing'
import { settleValue } from '#core/sheet/settleContested'
import { toSi } from '#core/units/convertUnit'
import { fillDoubtWords } from '#shared/words/fluidWords'
import { useJob } from '~/stores/job'
import { useUnits } from '~/stores/units'

/** Fluid caught, drawn off or put in: how much, how that is known, what of it is asked, and what is owed by it. */
const props = defineProps<{ plain: JobCommand; step: Step }>()
const said = defineModel<AmountSaid>({ required: true })
const emit = defineEmits<{ also: [command: JobCommand]; asks: [asks: { asksWhich: boolean; asksBottle: boolean }] }>()
const job = useJob()
const units = useUnits()
const resolved = computed(() => job.resolved!)
const { plain } = props
const goesIn = plain.type === 'fluidAdded'
/** Another fluid than the lines' own, where the step is about one. */
const circuit = 'circuit' in plain ? resolved.value.sheet.circuits?.find(({ id }) => id === plain.circuit) : undefined
const balance = computed(() => balanceOf(resolved.value, job.state!, circuit?.id))
/** What was drained may go back in where it is clean: asked, never taken for granted. */
const asksWhich = goesIn && (circuit ?? resolved.value.sheet.fluid).reuse === 'if-clean' && balance.value.out !== undefined
const spec = settleValue((circuit ?? resolved.value.sheet.fluid).spec)
const specWords = spec.kind === 'unknown' ? '' : spec.value
/** How long its bottle has been open matters for brake fluid only. */
const asksBottle = goesIn && isGlycol(kindOfFluid(specWords))
emit('asks', { asksWhich, asksBottle })
/** Filled by the vacuum that is drawn on it first: what does not hold it is found before. */
const isVacuumFilled = goesIn && !circuit && bleedMethodOf(resolved.value.sheet, job.inputs) === 'vacuum-fill'
/** Said when it is entered, before it is poured. */
const doubts = computed(() => {
  const { amount } = said.value
  if (!goesIn || !amount) return []
  const reservoir = settleValue(circuit ? 'unknown' : (resolved.value.sheet.fluid.reservoir ?? 'unknown'))
  return judgeFill(toSi('volume', amount), balance.value, reservoir.kind === 'unknown' ? undefined : reservoir.value)
})
/** An empty hose takes nothing before it is bled: the reservoir at its mark is all that goes in, once something has. */
const mark = goesIn && !circuit ? fillMark(resolved.value.sheet) : undefined
/** Where nobody has said whether the set came filled, a mark that looks right proves nothing, and is not offered. */
const isMarkProof = computed(() => unknownSealing(resolved.value.sheet, job.state!.scope, job.inputs?.parts).length === 0)
function atMark(): void {
  if (mark) emit('also', { type: 'levelRead', level: mark.id, engine: mark.engine, reading: 'at' })
}
const label = goesIn ? 'put in' : plain.type === 'fluidCaught' ? 'caught' : 'drawn off'
</script>

<template>
  <p v-if="goesIn" class="pours">
    <template v-if="specWords"
      >Pour only <b>{{ specWords }}</b>.</template
    >
    <template v-else>The sheet does not say which fluid: ask before anything is poured.</template>
  </p>
  <HoldTest v-if="isVacuumFilled" @say="command => emit('also', command)" />
  <AmountEntry
    v-model="said"
    :label="label"
    :spec="specWords"
    :goes-in="goesIn"
    :asks-which="asksWhich"
    :asks-bottle="asksBottle"
    :expected="circuit ? undefined : job.fluid?.spill.likely"
  />
  <p v-if="plain.type === 'fluidCaught' && step.kind === 'catch' && job.fluid && job.fluid.shapeless.length === 0" class="soft">
    Expected {{ units.volumeRange(job.fluid.spill.least, job.fluid.spill.most) }}, likely {{ units.volume(job.fluid.spill.likely) }}.
  </p>
  <p v-for="doubt in doubts" :key="doubt.code" class="caution" role="status">{{ fillDoubtWords(doubt, units.volume) }}</p>
  <template v-if="mark && isMarkProof && job.state!.added.length > 0">
    <p>Takes no more before it is bled? Then the mark decides, and the rest goes in between the rounds.</p>
    <v-btn-second @click="atMark">It stands at the mark: {{ mark.name }}</v-btn-second>
  </template>
  <SealingEntry v-if="goesIn && !circuit" may-be-spared @say="command => emit('also', command)" />
  <FluidBalance :balance="balance" :estimate="circuit ? undefined : job.fluid" />
</template>

<style scoped>
/* Beside the entry it stands among what the sheet says; under it nobody would read it in time. */
@media (min-width: 900px) {
  .pours {
    display: none;
  }
}
</style>
