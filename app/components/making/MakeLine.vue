<script setup lang="ts">
import { computed, ref } from 'vue'
import { breachesOf } from '#core/making/makingRules'
import type { BendRow } from '#core/route/bendTable'
import type { MakeAct } from '#core/making/makeActs'
import type { Tube } from '#core/making/tubeStrength'
import type { LineInMaking, WorkedOut } from '#core/making/workOut'
import type { System } from '#core/sheet/types'
import { useGear } from '~/composables/useGear'

/**
 * A line from its measures to its last flare: what it is, what it is made with, where to mark, and the making itself. `sheet`: the one it
 * is first looked for on; `held`: it is said on this page and not recorded yet, so nothing of it is ticked.
 */
const props = defineProps<{
  line: LineInMaking
  worked: WorkedOut
  done: ReadonlySet<string>
  tick: (act: MakeAct) => { first: MakeAct } | { lockedBy: MakeAct } | undefined
  sheet?: string
  /** What it is for, where that is known. */
  system?: System
  held?: boolean
  /** Keeps photographs it was measured from, where there is a job to keep them with. */
  keepPictures?: (pictures: readonly File[]) => Promise<void>
}>()
const emit = defineEmits<{ set: [change: Partial<LineInMaking>]; turn: [] }>()
const { gear } = useGear()
const breaches = computed(() => (props.system ? breachesOf(props.line, props.system, gear.value.rules) : []))
type Step = 'measure' | 'tube' | 'mark' | 'make'
/** Where somebody is who comes back to it: at the list, once something of it is done. */
const step = ref<Step>(props.done.size > 0 ? 'make' : 'measure')
const steps = computed(() => {
  const left = props.worked.acts.filter(({ id }) => !props.done.has(id)).length
  const toSay = props.worked.needs.filter(need => need !== 'rows').length
  return [
    { id: 'measure', title: 'Measure', note: '' },
    { id: 'tube', title: 'Tube and bender', note: toSay > 0 ? `${toSay} to say` : '' },
    { id: 'mark', title: 'Cut and mark', note: breaches.value.length + props.worked.issues.length > 0 ? 'look' : '' },
    { id: 'make', title: 'Make it', note: props.worked.acts.length === 0 ? '' : left === 0 ? 'all done' : `${left} to do` },
  ] as const
})
const isFromSheet = ref(false)
const isFromJob = ref(false)
const isByPhoto = ref(false)
const isChecking = ref(false)
function takeFromPhotos(rows: BendRow[]) {
  emit('set', { rows })
  isByPhoto.value = false
}
/** All of it but the bender: that is the one in the hand. */
function takeFromJob({ bender: _, ...made }: LineInMaking) {
  emit('set', made)
  isFromJob.value = false
}
function takeFromSheet(rows: BendRow[], tube: Partial<Tube>) {
  emit('set', { rows, tube })
  isFromSheet.value = false
}
</script>

<template>
  <v-tabs v-model="step" class="no-print few" aria-label="Steps of making a line">
    <v-tab v-for="one in steps" :key="one.id" :value="one.id"
      >{{ one.title }}<span v-if="one.note" class="note">{{ one.note }}</span></v-tab
    >
  </v-tabs>
  <slot v-if="step !== 'measure'" />
  <template v-if="step === 'measure'">
    <PhotoMeasure v-if="isByPhoto" class="photos" :keep="keepPictures" @take="takeFromPhotos" />
    <div class="halves">
      <div class="stack">
        <LineRows :model-value="line.rows" name="The line" @update:model-value="emit('set', { rows: $event })">
          <v-btn-quiet :aria-expanded="isFromSheet" @click="isFromSheet = !isFromSheet">From a line sheet</v-btn-quiet
          ><v-btn-quiet :aria-expanded="isFromJob" @click="isFromJob = !isFromJob">As made in a job</v-btn-quiet
          ><v-btn-quiet :aria-expanded="isByPhoto" @click="isByPhoto = !isByPhoto">By photographs</v-btn-quiet
          ><v-btn-quiet v-if="line.rows.length > 1" :aria-expanded="isChecking" @click="isChecking = !isChecking"
            >Do the ends meet?</v-btn-quiet
          ><slot name="from" />
        </LineRows>
        <EndsCheck v-if="isChecking" :rows="line.rows" :sheet="sheet" />
        <LineFromSheet v-if="isFromSheet" :sheet="sheet" @take="takeFromSheet" />
        <LineFromJob v-if="isFromJob" @take="takeFromJob" />
      </div>
      <LineViews v-if="line.rows.length" :lines="[line.rows]" :names="['the line']" />
    </div>
  </template>
  <div v-else-if="step === 'tube'" class="halves">
    <TubeFields :model-value="line" @update:model-value="emit('set', $event)"><slot name="system" /></TubeFields>
    <BenderFields :model-value="line" @update:model-value="emit('set', $event)" />
  </div>
  <p v-else-if="line.rows.length === 0" class="empty"><b>There is no line yet.</b>Measure it first.</p>
  <div v-else-if="step === 'mark'" class="halves">
    <MarkTable :worked="worked" :line="line" :breaches="breaches" :may-turn="done.size === 0" @turn="emit('turn')" />
    <TemplateSheets v-if="worked.made" :rows="worked.made" :worked="worked" :line="line" />
  </div>
  <MakeList v-else :acts="worked.acts" :done="done" :loose="line.loose" :tick="tick" :held="held" @loose="emit('set', { loose: $event })" />
</template>

<style scoped>
.photos {
  max-width: 1000px;
}
.note {
  margin-left: 8px;
  font-weight: 400;
}
</style>
