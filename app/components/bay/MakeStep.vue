<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { actsDone } from '#core/job/state/madeHere'
import type { JobCommand } from '#core/job/types'
import { nextAct } from '#core/making/makeActs'
import { workOut } from '#core/making/workOut'
import { formatNumber } from '#core/units/formatQuantity'
import { actWords, rebentWords } from '#shared/words/makeActWords'
import { turnWords } from '#shared/words/makingWords'
import { useJob } from '~/stores/job'
import { typedNumber } from '~/utils/editField'

/** A line made at the bench, one act at a time, its numbers to be read from where the bender stands. */
const props = defineProps<{ line: string }>()
const draft = defineModel<JobCommand>()
const emit = defineEmits<{ also: [command: JobCommand] }>()
const job = useJob()
const making = computed(() => job.state!.making[props.line])
const worked = computed(() => making.value && workOut(making.value.said.making, making.value.said.order))
const done = computed(() => actsDone(job.state!, props.line))
const next = computed(() => worked.value && nextAct(worked.value.acts, done.value))
const at = computed(() => (next.value?.kind === 'bend' ? worked.value?.bends.find(({ bend }) => bend === next.value!.bend) : undefined))
const cut = computed(() => (next.value?.kind === 'cut' ? worked.value?.cut : undefined))
const isWhole = computed(() => worked.value !== undefined && worked.value.acts.length > 0 && next.value === undefined)
// --- bent again
const bends = computed(() => (worked.value?.acts ?? []).flatMap(({ bend, id }) => (bend !== undefined && done.value.has(id) ? [bend] : [])))
const formed = computed(() =>
  (worked.value?.acts ?? []).flatMap(({ kind, end, id }) => (kind === 'form' && end && done.value.has(id) ? [end] : [])),
)
const isRebending = ref(false)
const bend = ref<number>()
const degrees = ref('')
const rebend = computed(() => {
  const by = typedNumber(degrees.value)
  return bend.value !== undefined && by !== undefined && by !== 0 && Math.abs(by) <= 90 ? { bend: bend.value, degrees: by } : undefined
})
function bendAgain() {
  if (!rebend.value) return
  emit('also', { type: 'rebent', line: props.line, ...rebend.value })
  isRebending.value = false
  degrees.value = ''
}
// --- without the list
const how = ref('')
watch(
  [isWhole, how, making],
  () =>
    (draft.value = isWhole.value
      ? { type: 'lineMade', line: props.line, how: 'bench' }
      : !making.value && how.value.trim()
        ? { type: 'lineMade', line: props.line, how: 'without', note: how.value.trim() }
        : undefined),
  { immediate: true },
)
</script>

<template>
  <template v-if="making && worked">
    <p class="soft">{{ done.size }} of {{ worked.acts.length }} done</p>
    <section v-if="next" class="act" aria-live="polite">
      <h3>{{ actWords(next) }}</h3>
      <dl v-if="at" class="huge">
        <div>
          <dt>mark at{{ at.mark?.from === 'formed' ? ', from the flare’s face' : '' }}</dt>
          <dd v-if="at.mark">{{ formatNumber(at.mark.at, 1) }} <small>mm</small></dd>
          <dd v-else class="turn">not known</dd>
        </div>
        <div>
          <dt>{{ at.set === undefined ? 'bend, whatever the scale says' : `set, for ${formatNumber(at.angle, 1)}°` }}</dt>
          <dd>{{ formatNumber(at.set ?? at.angle, 1) }}<small>°</small></dd>
        </div>
        <div>
          <dt>clock</dt>
          <dd>{{ formatNumber(at.clock, 0) }}<small>°</small></dd>
        </div>
        <div class="wide">
          <dt>turn the tube</dt>
          <dd class="turn">{{ turnWords(at) }}</dd>
        </div>
      </dl>
      <dl v-if="cut" class="huge">
        <div>
          <dt>length</dt>
          <dd>{{ formatNumber(cut.cut, 1) }} <small>mm</small></dd>
        </div>
      </dl>
      <FlareLooks v-if="next.kind === 'inspect' && next.form && next.form !== 'bead'" :form="next.form" />
      <v-btn-main class="tick" @click="emit('also', { type: 'makeActDone', line, act: next.id })">That is done</v-btn-main>
    </section>
    <p v-else>All of it is done, both ends looked at.</p>
    <template v-if="bends.length">
      <v-btn-second v-if="!isRebending" @click="isRebending = true">It does not fit: bend it again</v-btn-second>
      <section v-else class="stack" aria-label="Bend it again">
        <v-select v-model="bend" :items="bends.map(one => ({ value: one, title: `Bend ${one + 1}` }))" label="which bend" />
        <v-text-field v-model="degrees" inputmode="decimal" autocomplete="off" label="degrees more (less: −)" />
        <div class="row">
          <v-btn-second :disabled="!rebend" @click="bendAgain">Record it, then try it again</v-btn-second>
          <v-btn-quiet @click="isRebending = false">Leave it</v-btn-quiet>
        </div>
      </section>
    </template>
    <CutOffEnd :line="line" :making="making" :formed="formed" @also="command => emit('also', command)" />
    <ol v-if="making.rebends.length" class="again" aria-label="Bent again">
      <li v-for="one in making.rebends" :key="one.event">{{ rebentWords(one) }}</li>
    </ol>
  </template>
  <template v-else>
    <p>Nobody has said yet what is to be made.</p>
    <v-btn-main class="tick" :to="`/jobs/${job.view!.row.id}/make`">Measure the old line, and say it</v-btn-main>
    <v-textarea v-model="how" label="Or made without the list: how" />
  </template>
</template>

<style scoped>
.act {
  display: grid;
  gap: 12px;
}
.act h3 {
  font-size: 24px;
  line-height: 1.2;
}
.huge {
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr) minmax(0, 1fr);
  gap: 1px;
  background: var(--line);
  border: 1px solid var(--line);
}
.huge div {
  background: var(--card);
  padding: 8px 12px;
}
.huge .wide {
  grid-column: 1 / -1;
}
dt {
  color: var(--soft);
  font-size: 15px;
}
dd {
  font: 700 40px/1.1 var(--face);
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
}
dd small {
  font-size: 22px;
}
dd.turn {
  white-space: normal;
  font-size: 26px;
}
.tick {
  min-height: 64px;
}
.again {
  padding-left: 26px;
}
</style>
