<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { proofsOf } from '#core/job/owed/proofsOf'
import { saidCommand, type AmountSaid, type Said } from '#core/job/commands/saidCommand'
import { levelsOf } from '#core/sheet/levelsOf'
import type { Step } from '#core/job/steps/listSteps'
import { plainCommand } from '#core/job/commands/plainCommand'
import { torquesAsked } from '#core/job/owed/torquesAsked'
import type { JobCommand, LeakResult, TorqueSaid } from '#core/job/types'
import { isPartOpen } from '#core/sheet/chosenPart'
import { newSealItems } from '#shared/words/sealWords'
import { proofWords } from '#shared/words/vocabulary'
import { useJob } from '~/stores/job'

/** What a step asks the hand to enter. The draft is the command that the large button records; undefined while something is missing. */
const props = defineProps<{ step: Step }>()
const draft = defineModel<JobCommand>()
const emit = defineEmits<{ also: [command: JobCommand] }>()

const job = useJob()
const resolved = computed(() => job.resolved!)
const plain = plainCommand(resolved.value, props.step, job.state!, job.fluid)
const joint = computed(() => resolved.value.joints.find(candidate => candidate.id === props.step.target))
const operation = computed(() => resolved.value.operations.find(candidate => candidate.id === props.step.target))
const level = computed(() => levelsOf(resolved.value.sheet).find(candidate => candidate.id === props.step.target))

// --- fasteners
const counts = ref(plain.type === 'operationOff' || plain.type === 'operationOn' ? [...plain.fasteners] : [])
const expected = plain.type === 'operationOff' || plain.type === 'operationOn' ? plain.fasteners : []
// --- proofs and seals
const proved = ref<string[]>([])
const sealItems = computed(() => newSealItems(joint.value, (joint.value ?? operation.value)?.seals ?? []))
// --- the part, by its name
const unnamed = computed(() => {
  const line = resolved.value.lines.find(({ id }) => id === props.step.target)
  const isAsked = plain.type === 'partReceived' || plain.type === 'lineIn'
  return isAsked && line && isPartOpen(line, job.inputs?.parts) ? line : undefined
})
// --- comparison; what a line is made of is there or not, and agrees with nothing yet
const isStock = plain.type === 'partReceived' && plain.against === 'stock'
const agrees = ref<'yes' | 'no'>()
const why = ref('')
// --- torque
const torque = ref<TorqueSaid>()
const tightening = plain.type === 'tightened' ? torquesAsked(resolved.value.sheet, plain.target)!.asked : []
const torques = ref<(TorqueSaid | undefined)[]>(tightening.map(() => undefined))
// --- amounts
const measured = ref<AmountSaid>({ how: 'measured' })
const isAmount = plain.type === 'fluidCaught' || plain.type === 'fluidAdded' || plain.type === 'fluidExtracted'
const asksOfAmount = ref({ asksWhich: false, asksBottle: false })
// --- bleeding, levels, making: put together by an entry of their own
const wholeDraft = ref<JobCommand>()
// --- looks and tests
const leak = ref<LeakResult>()
const result = ref<'good' | 'not-good'>()

/** A touched mark or choice does not take the focus: the space bar, or the foot switch, still records the step. */
function keepFocus(event: MouseEvent) {
  if (!(event.target as HTMLElement).closest('input, textarea, .v-field')) event.preventDefault()
}

/** What the hand has said so far, and nothing else: what is refused stands until something else is said. */
const said = computed<Said>(() => ({
  counts: [...counts.value],
  ticked: [...proved.value],
  agrees: agrees.value,
  why: why.value,
  torque: torque.value,
  torques: [...torques.value],
  ...measured.value,
  whole: wholeDraft.value,
  leak: leak.value,
  result: result.value,
}))
const asksTorque = tightening.map(one => one !== undefined)
watch(
  [said, unnamed, asksOfAmount],
  () =>
    (draft.value = unnamed.value ? undefined : saidCommand(plain, props.step, said.value, { asked: asksTorque, ...asksOfAmount.value })),
  { immediate: true },
)
</script>

<template>
  <div class="entry stack" role="presentation" @mousedown="keepFocus">
    <PartChoice v-if="unnamed" :line="unnamed" :inputs="job.inputs!" @choose="command => emit('also', command)" />
    <template v-else-if="plain.type === 'operationOff' || plain.type === 'operationOn'">
      <CountEntry
        v-if="operation?.fasteners.length"
        v-model="counts"
        :fasteners="operation.fasteners"
        :expected="expected"
        :verb="plain.type === 'operationOff' ? 'out' : 'in'"
      />
      <ToggleList v-if="plain.type === 'operationOn' && plain.seals" v-model="proved" :items="sealItems" label="Seals" />
    </template>
    <SealingEntry v-else-if="plain.type === 'prepared' || plain.type === 'jointOpened'" @say="command => emit('also', command)" />
    <ToggleList
      v-else-if="plain.type === 'jointSeated'"
      v-model="proved"
      :items="(joint ? proofsOf(resolved, job.state!, joint) : []).map(proof => ({ id: proof, text: proofWords[proof].ask }))"
      label="Proofs"
    />
    <template v-else-if="plain.type === 'sealFitted'">
      <ToggleList v-model="proved" :items="sealItems" label="Seals" />
      <SealMissing v-if="joint" :joint="joint" @say="command => emit('also', command)" />
    </template>
    <template v-else-if="plain.type === 'partReceived'">
      <ChoiceRow
        v-model="agrees"
        :label="isStock ? 'Is all of it there?' : 'Do they agree?'"
        :choices="[
          { id: 'yes', text: isStock ? 'All of it is there' : 'They agree' },
          { id: 'no', text: isStock ? 'Something is missing' : 'Something differs' },
        ]"
      />
      <v-textarea v-if="agrees === 'no'" v-model="why" :label="isStock ? 'What is missing' : 'What differs'" />
    </template>

    <template v-else-if="plain.type === 'jointTorqued'">
      <TorqueEntry v-model="torque" :torque="joint?.torque ?? 'unknown'" :turn="joint?.turn" :kind="joint?.kind" />
      <LeafletEntry thing="joint" :target="step.target" @say="command => emit('also', command)" />
    </template>
    <TightenEntry
      v-else-if="plain.type === 'tightened'"
      v-model="torques"
      :asked="tightening"
      :thing="plain.thing"
      :target="step.target"
      :operation="operation"
      @say="command => emit('also', command)"
    />
    <ToggleList
      v-else-if="plain.type === 'carriedOver'"
      v-model="proved"
      :items="plain.items.map(item => ({ id: item, text: item }))"
      label="Moved over"
    />
    <ToggleList
      v-else-if="plain.type === 'clearanceProved'"
      v-model="proved"
      :items="[{ id: 'clear', text: 'Been along all of it, by finger or gauge' }]"
      label="Clearance"
    />

    <AmountStep
      v-else-if="isAmount"
      v-model="measured"
      :plain="plain"
      :step="step"
      @asks="asks => (asksOfAmount = asks)"
      @also="command => emit('also', command)"
    />

    <LazyMakeStep v-else-if="plain.type === 'lineMade'" v-model="wholeDraft" :line="plain.line" @also="command => emit('also', command)" />
    <LazyRoundEntry
      v-else-if="plain.type === 'roundBled'"
      v-model="wholeDraft"
      :plain="plain"
      :target="step.target"
      @also="command => emit('also', command)"
    />

    <LazyLevelEntry
      v-else-if="plain.type === 'levelRead' && level"
      v-model="wholeDraft"
      :level="level"
      @also="command => emit('also', command)"
    />

    <ChoiceRow
      v-else-if="plain.type === 'leakChecked' || plain.type === 'partLooked'"
      v-model="leak"
      label="What the look shows"
      :choices="[
        { id: 'dry', text: 'Dry' },
        { id: 'weeping', text: 'Weeping' },
        { id: 'leaking', text: 'Leaking' },
      ]"
    />
    <v-textarea v-else-if="props.step.kind === 'mend'" v-model="why" label="It comes from somewhere else: where" />
    <v-textarea v-else-if="plain.type === 'airTraced'" v-model="why" label="Where the air is drawn in" />
    <template v-else-if="plain.type === 'tested' || plain.type === 'roadTested'">
      <ChoiceRow
        v-model="result"
        label="How it went"
        :choices="[
          { id: 'good', text: 'Good' },
          { id: 'not-good', text: 'Not good' },
        ]"
      />
      <v-textarea v-if="result === 'not-good'" v-model="why" label="What was noticed" />
    </template>
  </div>
</template>
