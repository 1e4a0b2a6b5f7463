<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import type { Loose, MakeAct } from '#core/making/makeActs'
import { actWords, blockedWords, endWords, lockedWords, looseWords } from '#shared/words/makeActWords'

/** What goes on the tube, and the making step by step: an act that would lock something out is not taken. */
const props = defineProps<{
  acts: readonly MakeAct[]
  done: ReadonlySet<string>
  loose: readonly Loose[]
  /** Not on record yet, or no longer to be made: nothing is ticked. */
  held?: boolean
  tick: (act: MakeAct) => { first: MakeAct } | { lockedBy: MakeAct } | undefined
}>()
const emit = defineEmits<{ loose: [loose: readonly Loose[]] }>()
/** What was pressed too early or too late, and why. */
const refused = ref<{ act: string; words: string }>()
const tries = ref(0)
const boxOf = ({ id }: MakeAct) => `act-${id.replace(':', '-')}`
const offered: { kind: Loose['kind']; end?: 'from' | 'to' }[] = [
  { kind: 'nut', end: 'from' },
  { kind: 'sleeve', end: 'from' },
  { kind: 'nut', end: 'to' },
  { kind: 'sleeve', end: 'to' },
  { kind: 'bracket' },
  { kind: 'armour' },
]
const nameOf = ({ kind, end }: { kind: Loose['kind']; end?: 'from' | 'to' }) => `${looseWords[kind]}${end ? `, ${endWords[end]}` : ''}`
function add({ kind, end }: (typeof offered)[number]) {
  const taken = new Set(props.loose.map(({ id }) => id))
  const base = end ? `${kind}-${end}` : kind
  const id = [base, ...Array.from({ length: 20 }, (_, i) => `${base}-${i + 2}`)].find(one => !taken.has(one))
  if (id && props.loose.length < 20) emit('loose', [...props.loose, { id, kind, end }])
}
const drop = (id: string) =>
  emit(
    'loose',
    props.loose.filter(one => one.id !== id),
  )
function press(act: MakeAct) {
  const answer = props.tick(act)
  const words = answer && ('first' in answer ? blockedWords(answer.first) : lockedWords(answer.lockedBy))
  refused.value = words === undefined ? undefined : { act: act.id, words }
  if (words === undefined) return
  // The browser has ticked its own box already: the box is made anew, and has the focus again.
  tries.value++
  void nextTick(() => document.getElementById(boxOf(act))?.focus())
}
/** The first end that is looked at for its shape. */
const flare = computed(() => props.acts.find(({ kind, form }) => kind === 'inspect' && form !== 'bead')?.form)
const left = computed(() => props.acts.filter(({ id }) => !props.done.has(id)).length)
</script>

<template>
  <section class="card stack" aria-labelledby="making">
    <div class="spread">
      <h3 id="making">Make it</h3>
      <span class="soft">{{ left === 0 ? 'all done' : `${left} to do` }}</span>
    </div>
    <div class="sides">
      <div class="stack">
        <p>
          What goes on the tube and cannot be put round it later:
          <span v-if="loose.length === 0" class="soft">nothing said yet.</span>
        </p>
        <ul v-if="loose.length" class="on">
          <li v-for="one in loose" :key="one.id">
            {{ nameOf(one) }}
            <v-btn-quiet size="small" :aria-label="`Not needed: ${nameOf(one)}`" @click="drop(one.id)">not needed</v-btn-quiet>
          </li>
        </ul>
        <div class="row">
          <v-btn-second v-for="one in offered" :key="nameOf(one)" size="small" @click="add(one)">+ {{ nameOf(one) }}</v-btn-second>
        </div>
        <p class="caution">
          Wear eye protection: cutting and flaring throw splinters, and edges are sharp. A brake line has to be of a tube and with joints
          that your local rules allow; it never gets a compression fitting.
        </p>
        <v-expansion-panels v-if="flare">
          <v-expansion-panel title="A good flare, and four that are cut off again">
            <template #text><FlareLooks :form="flare" /></template>
          </v-expansion-panel>
        </v-expansion-panels>
      </div>
      <ul class="acts">
        <li v-for="act in acts" :key="act.id">
          <v-checkbox
            :id="boxOf(act)"
            :key="refused?.act === act.id ? tries : 0"
            :model-value="done.has(act.id)"
            :label="actWords(act)"
            :disabled="held"
            @update:model-value="press(act)"
          />
          <p v-if="refused?.act === act.id" class="caution" role="alert">{{ refused.words }}</p>
        </li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
.sides {
  display: grid;
  gap: 16px 32px;
  align-items: start;
}
@media (min-width: 900px) {
  .sides {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
.on,
.acts {
  padding: 0;
  list-style: none;
}
.on li {
  display: flex;
  gap: 12px;
  align-items: center;
}
</style>
