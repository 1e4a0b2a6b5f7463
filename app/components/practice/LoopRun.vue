<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { useEventListener, useRafFn } from '@vueuse/core'
import type { Verdict } from '#core/bleed/scenarios'
import { stillHands, waitsTimes, type LoopHands } from '#core/practice/loopHands'
import { beginLoop, goOn, scoreLoop, type CoolantRun, type LoopScore, type SteeringRun } from '#core/practice/loopPractice'
import type { LoopScenario } from '#core/practice/loopScenarios'
import type { LoopAct } from '#shared/schemas/practice'
import { loopScoreWords, loopSeenWords, wordsOfLoop } from '#shared/words/loopPracticeWords'
import { useActs } from '~/composables/useActs'

/** Steering or coolant with a learner’s hands in it, and afterwards what came of it. */
const props = defineProps<{ scenario: LoopScenario }>()
const emit = defineEmits<{ over: [verdict: Verdict, acts: readonly LoopAct[]]; leave: [] }>()
const run = shallowRef(beginLoop(props.scenario))
const hands = ref<LoopHands>({ ...stillHands })
const score = shallowRef<LoopScore>()
const words = computed(() => wordsOfLoop(props.scenario))
const debrief = computed(() => score.value && loopScoreWords(score.value))
const isSteering = computed(() => props.scenario.system === 'steering')
const isOpen = () => score.value === undefined

/** The hands of this run, in steps that come out the same wherever they are run again. */
let acts: LoopAct[] = []
const stepMs = 50
const longestMs = 250
const mostActMs = 60_000
function act(): void {
  const last = acts.at(-1)
  const isSame = last && Object.entries(hands.value).every(([hand, is]) => last[hand as keyof LoopHands] === is)
  if (isSame && last.ms < mostActMs) last.ms += stepMs
  else acts.push({ ms: stepMs, ...hands.value })
}
let over = 0
useRafFn(({ delta }) => {
  if (!isOpen()) return
  over += Math.min(longestMs, delta)
  for (; over >= stepMs; over -= stepMs) {
    act()
    run.value = goOn(run.value, hands.value, stepMs / 1000)
  }
})

/** Whoever does something is not waiting. */
function set<Hand extends keyof LoopHands>(hand: Hand, is: LoopHands[Hand]): void {
  hands.value = { ...hands.value, waits: false, [hand]: is }
}
const toggle = (hand: 'engine' | 'cap' | 'screw' | 'heater' | 'revs') => set(hand, !hands.value[hand])
const toggleWait = () => (hands.value = { ...hands.value, turn: 0, pour: false, draw: false, waits: !hands.value.waits })
/** Held down with a finger, a mouse or a key. */
const held = (down: () => void, up: () => unknown) => ({ onPointerdown: down, onPointerup: up, onPointerleave: up, onPointercancel: up })
const letGo = () => hands.value.turn !== 0 && set('turn', 0)
const wheel = { ArrowLeft: -1, ArrowRight: 1 } as const
function onWheel(event: KeyboardEvent): void {
  const turn = wheel[event.key as keyof typeof wheel]
  if (!turn || !isSteering.value || !isOpen()) return
  event.preventDefault()
  if (!event.repeat) set('turn', event.type === 'keydown' ? turn : 0)
}
useEventListener('keydown', onWheel, { capture: true })
useEventListener('keyup', onWheel, { capture: true })
useEventListener('blur', () => (hands.value = { ...hands.value, turn: 0, pour: false, draw: false }))

function end(verdict: Verdict): void {
  score.value = scoreLoop(run.value, verdict)
  if (acts.length > 0) emit('over', verdict, acts)
}
function again(): void {
  run.value = beginLoop(props.scenario)
  hands.value = { ...stillHands }
  score.value = undefined
  acts = []
}
const isCoolant = () => isOpen() && !isSteering.value
useActs('Practice', [
  { text: 'Start or stop the engine', keys: 'e', isOpen, run: () => toggle('engine') },
  { text: 'Pour in, or stop pouring', keys: 't', isOpen, run: () => set('pour', !hands.value.pour) },
  { text: 'Draw off, or stop', keys: 'd', isOpen, run: () => set('draw', !hands.value.draw) },
  { text: 'Let the clock run', keys: 'w', isOpen, run: toggleWait },
  { text: 'Cap on or off', keys: 'c', isOpen: isCoolant, run: () => toggle('cap') },
  { text: 'Bleed screw open or shut', keys: 's', isOpen: isCoolant, run: () => toggle('screw') },
  { text: 'Heater hot or cold', keys: 'h', isOpen: isCoolant, run: () => toggle('heater') },
  { text: 'Drive the engine up, or let it idle', keys: 'r', isOpen: isCoolant, run: () => toggle('revs') },
])
</script>

<template>
  <section class="stack" :aria-label="words.title">
    <div class="spread">
      <h1>{{ words.title }}</h1>
      <v-btn-quiet @click="emit('leave')">Another one</v-btn-quiet>
    </div>
    <p>{{ words.story }}</p>
    <SteeringPicture v-if="run.scenario.system === 'steering'" :run="run as SteeringRun" />
    <CoolantPicture v-else :run="run as CoolantRun" />
    <p class="soft seen" role="status">{{ loopSeenWords(run) }}</p>
    <PracticeDebrief v-if="debrief" v-bind="debrief" @again="again" />
    <template v-else>
      <p v-if="!isSteering" class="caution">Open neither cap nor bleed screw while it is hot: what comes out scalds.</p>
      <p v-else class="caution">Nobody’s hands near belts and wheels while it runs. Short of the stops: never hold it there.</p>
      <div class="hands">
        <template v-if="isSteering">
          <v-btn-go class="held" :aria-pressed="hands.turn < 0" v-bind="held(() => set('turn', -1), letGo)"
            >Turn left <kbd>←</kbd></v-btn-go
          >
          <v-btn-go class="held" :aria-pressed="hands.turn > 0" v-bind="held(() => set('turn', 1), letGo)"
            >Turn right <kbd>→</kbd></v-btn-go
          >
        </template>
        <template v-else>
          <v-btn-second :aria-pressed="hands.cap" @click="toggle('cap')"
            >{{ hands.cap ? 'Take the cap off' : 'Put the cap on' }} <kbd>c</kbd></v-btn-second
          >
          <v-btn-second :aria-pressed="hands.screw" @click="toggle('screw')"
            >{{ hands.screw ? 'Shut the bleed screw' : 'Open the bleed screw' }} <kbd>s</kbd></v-btn-second
          >
          <v-btn-second :aria-pressed="hands.heater" @click="toggle('heater')"
            >{{ hands.heater ? 'Heater to cold' : 'Heater to hot' }} <kbd>h</kbd></v-btn-second
          >
          <v-btn-second :aria-pressed="hands.revs" @click="toggle('revs')"
            >{{ hands.revs ? 'Let it idle' : 'Drive it up' }} <kbd>r</kbd></v-btn-second
          >
        </template>
        <v-btn-second :aria-pressed="hands.engine" @click="toggle('engine')"
          >{{ hands.engine ? 'Stop the engine' : 'Start the engine' }} <kbd>e</kbd></v-btn-second
        >
        <v-btn-second :aria-pressed="hands.pour" @click="set('pour', !hands.pour)"
          >{{ hands.pour ? 'Stop pouring' : 'Pour in' }} <kbd>t</kbd></v-btn-second
        >
        <v-btn-second :aria-pressed="hands.draw" @click="set('draw', !hands.draw)"
          >{{ hands.draw ? 'Stop drawing off' : 'Draw off' }} <kbd>d</kbd></v-btn-second
        >
        <v-btn-second :aria-pressed="hands.waits" @click="toggleWait"
          >{{ hands.waits ? 'Stop waiting' : `Wait (clock ${waitsTimes} times as fast)` }} <kbd>w</kbd></v-btn-second
        >
      </div>
      <div class="hands">
        <v-btn-main @click="end('bled')">It is bled</v-btn-main>
        <v-btn-second @click="end('draws-air')">Air keeps coming in</v-btn-second>
      </div>
    </template>
  </section>
</template>

<style scoped>
.hands {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 10px;
}
.hands .v-btn {
  min-height: 56px;
}
.held {
  touch-action: none;
  user-select: none;
}
.seen {
  font-variant-numeric: tabular-nums;
}
</style>
