<script setup lang="ts">
import { computed, ref } from 'vue'
import { mdiCameraOutline, mdiDotsHorizontal, mdiNoteEditOutline, mdiPause, mdiUndo, mdiWaterAlertOutline } from '@mdi/js'
import { lastAct } from '#core/job/state/bayState'
import type { Step } from '#core/job/steps/listSteps'
import type { JobCommand } from '#core/job/types'
import { refusalWords } from '#shared/words/refusalWords'
import { useActs } from '~/composables/useActs'
import { useJobPage } from '~/composables/useJobPage'

/** What may come up at any step, one touch away: a photo, a note, a leak, a pause, taking back; the rest under More. */
defineProps<{ step: Step | undefined }>()
const emit = defineEmits<{ go: [step: string] }>()
const { id, job, refusal, record } = useJobPage()
const sheet = computed(() => job.view!.sheet)
const last = computed(() => lastAct(job.state))

const sheets = ['photo', 'note', 'leak', 'pause', 'more'] as const
type Sheet = (typeof sheets)[number]
const open = ref<Sheet>()
const names: Record<Sheet, string> = { photo: 'Photo', note: 'Note', leak: 'Leak', pause: 'Pause', more: 'More' }
const icons: Record<Sheet, string> = {
  photo: mdiCameraOutline,
  note: mdiNoteEditOutline,
  leak: mdiWaterAlertOutline,
  pause: mdiPause,
  more: mdiDotsHorizontal,
}
function show(sheet: Sheet | undefined): void {
  refusal.value = undefined
  open.value = sheet
}
const keys: Partial<Record<Sheet, string>> = { more: 'm', photo: 'c', note: 'n' }
useActs('This step', [
  ...sheets.map(sheet => ({ text: names[sheet], keys: keys[sheet], run: () => show(sheet) })),
  { text: 'Undo what was recorded last', run: () => void takeBack(), isOpen: () => last.value !== undefined },
])

const note = ref('')
async function say(command: JobCommand): Promise<boolean> {
  const recorded = await record(command)
  if (recorded) open.value = undefined
  return recorded
}
async function keepNote() {
  if (await say({ type: 'noteWritten', text: note.value.trim() })) note.value = ''
}
const takeBack = () => last.value && record({ type: 'stepUndone', reverts: [last.value.id] })
/** Joints that are closed: a leak can be seen at those. */
const closed = computed(() => job.resolved!.joints.filter(({ id: joint }) => job.state!.joints[joint]?.seated))
const pauses = [
  { reason: 'parts', text: 'Waiting for a part' },
  { reason: 'approval', text: 'Waiting for the customer' },
  { reason: 'end-of-day', text: 'End of the day' },
] as const
</script>

<template>
  <div class="acts" role="group" aria-label="At any time">
    <v-btn-quiet v-for="one in sheets.slice(0, 4)" :key="one" stacked :prepend-icon="icons[one]" @click="show(one)">{{
      names[one]
    }}</v-btn-quiet>
    <v-btn-quiet stacked :prepend-icon="mdiUndo" :disabled="!last" @click="takeBack">Undo</v-btn-quiet>
    <v-btn-quiet stacked :prepend-icon="icons.more" @click="show('more')">More</v-btn-quiet>

    <v-dialog :model-value="open !== undefined" :aria-label="open && names[open]" @update:model-value="on => on || show(undefined)">
      <div class="dialog theme-bay">
        <h2>{{ open && names[open] }}</h2>
        <template v-if="open === 'photo'">
          <LazyPhotoTake v-if="step" :job="id" :step="{ kind: step.kind, target: step.target }" @taken="say" />
          <p v-else>No step is open that a photo could belong to.</p>
        </template>
        <template v-else-if="open === 'note'">
          <v-textarea v-model="note" label="Note for the record" autofocus />
          <v-btn-main :disabled="!note.trim()" @click="keepNote">Keep the note</v-btn-main>
        </template>
        <template v-else-if="open === 'leak'">
          <p v-if="closed.length">Where is it wet? What stands under pressure stops first; the steps that follow say how.</p>
          <p v-else>Every joint is still open: nothing here can leak yet.</p>
          <div v-for="joint in closed" :key="joint.id" class="leak" role="group" :aria-label="joint.name">
            <b>{{ joint.name }}</b>
            <v-btn-second @click="say({ type: 'leakChecked', joint: joint.id, result: 'weeping' })">Weeping</v-btn-second>
            <v-btn-second @click="say({ type: 'leakChecked', joint: joint.id, result: 'leaking' })">Leaking</v-btn-second>
          </div>
        </template>
        <template v-else-if="open === 'pause'">
          <p v-if="!job.state!.paused">What is open stays on record, and what must not wait is said first.</p>
          <v-btn-second v-for="one in pauses" :key="one.reason" @click="say({ type: 'paused', reason: one.reason })">{{
            one.text
          }}</v-btn-second>
        </template>
        <LazyBayMenu v-else-if="open === 'more'" :step="step" @say="say" @go="target => (show(undefined), emit('go', target))" />
        <p v-if="refusal" class="trouble" role="alert">{{ refusalWords(refusal, sheet) }}</p>
        <v-btn-quiet @click="show(undefined)">Back to the step</v-btn-quiet>
      </div>
    </v-dialog>
  </div>
</template>

<style scoped>
.acts {
  display: grid;
  grid-template-columns: repeat(6, minmax(0, 1fr));
  gap: 4px;
  align-items: stretch;
}
.acts > .v-btn {
  min-height: 56px;
  padding: 2px 0;
  font-size: 14px;
  letter-spacing: 0;
}
.acts > .v-btn :deep(.v-btn__content) {
  white-space: normal;
  line-height: 1.1;
}
.dialog .v-btn {
  min-height: 52px;
}
.leak {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 8px;
  align-items: center;
}
</style>
