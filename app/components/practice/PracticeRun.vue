<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { useEventListener, useRafFn } from '@vueuse/core'
import { beginPractice, practise, scoreRun, topUp, type Hands, type Score } from '#core/bleed/practise'
import type { Scenario, Verdict } from '#core/bleed/scenarios'
import { scoreWords } from '#shared/words/bleedPracticeWords'
import type { PedalAct } from '#shared/schemas/practice'
import { useActs } from '~/composables/useActs'

/** A bleed with a learner’s hands in it: pedal, bleeder, reservoir and jar, and afterwards what came of it. */
const props = defineProps<{ scenario: Scenario; title: string; story: string }>()
const emit = defineEmits<{ over: [verdict: Verdict, acts: readonly PedalAct[]]; leave: [] }>()
const run = shallowRef(beginPractice(props.scenario))
const hands = ref<Hands>({ ...run.value.hands })
const score = shallowRef<Score>()
/** The hands of this run, in whole milliseconds: whoever runs them again comes to the same. */
let acts: PedalAct[] = []
function act(ms: number, fills = false): void {
  const last = acts.at(-1)
  const { presses, bleeder, inJar } = hands.value
  const isSame = last && !fills && last.presses === presses && last.bleeder === bleeder && last.inJar === inJar
  if (isSame && last.ms + ms <= 60_000) last.ms += ms
  else acts.push({ ms, presses, bleeder, inJar, ...(fills && { topUp: true }) })
}
const debrief = computed(() => score.value && scoreWords(score.value, props.scenario.right))
const travel = computed(() => Math.round(run.value.state.travel * 100))
const bleeders = [
  { id: '0', text: 'Shut' },
  { id: '0.15', text: 'Cracked' },
  { id: '1', text: 'Open' },
] as const
const bleeder = computed<(typeof bleeders)[number]['id'] | undefined>({
  get: () => bleeders.find(({ id }) => Number(id) === hands.value.bleeder)?.id,
  set: id => (hands.value.bleeder = Number(id ?? 0)),
})

/** A frame that came late is not made up for: nobody’s hands were there. */
const longestMs = 50
useRafFn(({ delta }) => {
  if (score.value) return
  const ms = Math.round(Math.min(longestMs, delta))
  act(ms)
  run.value = practise(run.value, hands.value, ms / 1000)
})
function press(isDown: boolean): void {
  hands.value.presses = isDown
}
/** A mouse holds the pedal; a finger puts it down and takes it up, because one hand has the bleeder too. */
function onPointer({ type, pointerType }: PointerEvent): void {
  if (pointerType !== 'touch') press(type === 'pointerdown')
  else if (type === 'pointerdown') press(!hands.value.presses)
}
function onSpace(event: KeyboardEvent): void {
  if (event.key !== ' ' || score.value) return
  event.preventDefault()
  if (!event.repeat) press(event.type === 'keydown')
}
useEventListener('keydown', onSpace, { capture: true })
useEventListener('keyup', onSpace, { capture: true })
useEventListener('blur', () => press(false))
function end(verdict: Verdict): void {
  press(false)
  score.value = scoreRun(run.value, verdict)
  emit('over', verdict, acts)
}
function again(): void {
  run.value = beginPractice(props.scenario)
  hands.value = { ...run.value.hands }
  score.value = undefined
  acts = []
}
function toppedUp(): void {
  act(0, true)
  run.value = topUp(run.value)
}
const isOpen = () => score.value === undefined
useActs('Practice', [
  { text: 'Shut the bleeder', keys: '1', isOpen, run: () => (bleeder.value = '0') },
  { text: 'Crack the bleeder', keys: '2', isOpen, run: () => (bleeder.value = '0.15') },
  { text: 'Open the bleeder', keys: '3', isOpen, run: () => (bleeder.value = '1') },
  { text: 'Top up the reservoir', keys: 't', isOpen, run: toppedUp },
  { text: 'Hose into the jar, or out', keys: 'j', isOpen, run: () => (hands.value.inJar = !hands.value.inJar) },
])
</script>

<template>
  <section class="stack" :aria-label="title">
    <div class="spread">
      <h1>{{ title }}</h1>
      <v-btn-quiet @click="emit('leave')">Another one</v-btn-quiet>
    </div>
    <p>{{ story }}</p>
    <div class="pictures">
      <HydraulicPicture :run="run" />
      <LineInSpace :run="run" />
    </div>
    <p class="soft" role="status">
      {{ run.strokes }} strokes · pedal <b>{{ travel }} %</b> down ·
      {{ run.state.pressure >= 9 ? 'hard' : run.state.pressure > 1 ? 'firm' : 'soft' }}
    </p>
    <PracticeDebrief v-if="debrief" v-bind="debrief" @again="again" />
    <div v-else class="hands">
      <v-btn-go
        class="pedal"
        :disabled="scenario.helper !== undefined"
        :aria-pressed="hands.presses"
        @pointerdown="onPointer"
        @pointerup="onPointer"
        @pointerleave="onPointer"
        @pointercancel="press(false)"
        >{{ scenario.helper ? 'The helper has the pedal' : hands.presses ? 'Pedal is down: let it up' : 'Pedal down' }}
        <kbd v-if="!scenario.helper">space</kbd></v-btn-go
      >
      <div>
        <b>Bleeder</b>
        <ChoiceRow v-model="bleeder" label="Bleeder" :choices="bleeders" />
      </div>
      <div class="two">
        <v-btn-second @click="toppedUp">Top up <kbd>t</kbd></v-btn-second>
        <v-btn-second :aria-pressed="hands.inJar" @click="hands.inJar = !hands.inJar"
          >{{ hands.inJar ? 'Hose is in the jar' : 'Hose into the jar' }} <kbd>j</kbd></v-btn-second
        >
      </div>
      <div class="two">
        <v-btn-main @click="end('bled')">It is bled</v-btn-main>
        <v-btn-second @click="end('draws-air')">Air keeps coming in</v-btn-second>
      </div>
    </div>
  </section>
</template>

<style scoped>
.hands {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: 16px;
  align-items: end;
}
.pictures {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(280px, 1fr);
  gap: 16px;
}
/* On a phone the hands come first: the pedal is under the thumb. */
@media (max-width: 900px) {
  .pictures {
    display: contents;
  }
  .pictures > :last-child {
    order: 1;
  }
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.two .v-btn,
.pedal {
  min-height: 56px;
}
.pedal {
  touch-action: none;
  user-select: none;
}
</style>
