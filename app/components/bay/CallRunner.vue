<script setup lang="ts">
import { computed, ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import { answered, beginRound, cameUp, isBleederOpen, mayEnd, type CalledRound } from '#core/bleed/callRound'
import { reservoirLeft, type ReservoirLeft } from '#core/bleed/reservoirLeft'
import type { Sheet } from '#core/sheet/types'
import type { Millilitres } from '#core/units/types'
import { callWords } from '#shared/words/callWords'
import { plural } from '#shared/words/vocabulary'
import { useSpokenCall } from '~/composables/useSpokenCall'
import { useUnits } from '~/stores/units'

/** A round called between two people, one call at a time in letters that are read from the seat; strokes count themselves. */
const props = defineProps<{ sheet: Sheet; reservoir: Millilitres | undefined; since: number }>()
const emit = defineEmits<{ over: [round: CalledRound, toppedUp: boolean]; airBack: [round: CalledRound, toppedUp: boolean] }>()
const open = defineModel<boolean>({ required: true })
const units = useUnits()
const round = ref(beginRound())
/** Strokes made when it was topped up within this round. */
const fullAt = ref<number>()
const words = computed(() => callWords(round.value.call, props.sheet))
const left = computed<ReservoirLeft | undefined>(() =>
  props.reservoir === undefined
    ? undefined
    : reservoirLeft(props.reservoir, fullAt.value === undefined ? props.since + round.value.strokes : round.value.strokes - fullAt.value),
)
/** Between cycles, at half or less, nothing goes on before it is topped up. */
const isDry = computed(() => round.value.call === 'pump' && left.value?.isDue === true)
const { hasVoice, isOn: isSpoken } = useSpokenCall(() => (open.value ? (isDry.value ? 'TOP UP' : words.value.say) : undefined))
const mayComeUp = computed(() => ['hold', 'open', 'close'].includes(round.value.call))
function answer(): void {
  if (isDry.value) fullAt.value = round.value.strokes
  else round.value = answered(round.value)
}
/** The space bar, or a foot switch, answers the call that stands, wherever the focus is. */
function onSpace(event: KeyboardEvent): void {
  if (!open.value || event.key !== ' ') return
  event.preventDefault()
  event.stopPropagation()
  if (event.type === 'keydown' && !event.repeat) answer()
}
useEventListener('keydown', onSpace, { capture: true })
useEventListener('keyup', onSpace, { capture: true })
const isFull = () => fullAt.value === round.value.strokes
function tooSoon(): void {
  const next = cameUp(round.value)
  if (next) {
    round.value = next
    return
  }
  emit('airBack', round.value, isFull())
  end()
}
function over(): void {
  emit('over', round.value, isFull())
  end()
}
function end(): void {
  open.value = false
  round.value = beginRound()
  fullAt.value = undefined
}
</script>

<template>
  <v-dialog v-model="open" fullscreen persistent aria-label="Round, called">
    <div class="run theme-bay">
      <p class="head">
        <span>cycle {{ round.cycle }}</span
        ><span>{{ plural(round.strokes, 'stroke') }}</span>
      </p>
      <div class="call" aria-live="assertive">
        <p class="to">{{ words.to }}</p>
        <p class="say" :class="{ mine: round.call === 'open' || round.call === 'close' }">{{ isDry ? 'TOP UP' : words.say }}</p>
        <p v-if="isBleederOpen(round)" class="caution">The bleeder is open: the pedal stays down until it is closed.</p>
      </div>
      <div v-if="left" class="reservoir">
        <div class="gauge" role="img" :aria-label="`Reservoir at least ${units.volume(left.left)}`">
          <i :style="{ width: `${left.share * 100}%` }" :class="{ due: left.isDue }" />
        </div>
        <p>
          Reservoir: at least {{ units.volume(left.left) }}.
          {{ left.isDue ? 'Half empty: top it up now. Dry, it draws air.' : `Top up within ${plural(left.strokesLeft, 'stroke')}.` }}
        </p>
      </div>
      <p v-else class="soft">The sheet does not say what the reservoir holds: look into it after every cycle.</p>
      <div class="foot">
        <v-btn-go class="answer" @click="answer">{{ isDry ? 'Topped up' : words.answer }}</v-btn-go>
        <div class="two">
          <v-btn-second :disabled="!mayComeUp" @click="tooSoon">It came up too soon</v-btn-second>
          <v-btn-second v-if="!isDry && left && round.call === 'pump'" @click="fullAt = round.strokes">Topped up</v-btn-second>
          <v-btn-second :disabled="!mayEnd(round)" @click="over">Round over</v-btn-second>
          <v-checkbox v-if="hasVoice" v-model="isSpoken" label="Say it aloud" hide-details />
          <v-btn-quiet v-if="round.cycle === 1 && round.call === 'pump'" @click="open = false">Not now</v-btn-quiet>
        </div>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.run {
  height: 100dvh;
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto auto;
  gap: 12px;
  padding: 14px 16px;
  background: var(--paper);
  color: var(--ink);
}
.head {
  display: flex;
  justify-content: space-between;
  font-size: 20px;
}
.call {
  display: grid;
  align-content: center;
  justify-items: center;
  gap: 10px;
  text-align: center;
}
.to {
  font-size: 20px;
  color: var(--soft);
}
.say {
  font: 800 clamp(60px, 19vw, 190px) / 1 var(--face);
}
.say.mine {
  color: var(--accent);
}
.gauge {
  height: 26px;
  border: 2px solid var(--ink);
  background: var(--well);
}
.gauge i {
  display: block;
  height: 100%;
  background: var(--accent);
}
.gauge i.due {
  background: repeating-linear-gradient(45deg, var(--warn), var(--warn) 6px, var(--well) 6px, var(--well) 12px);
}
.foot {
  display: grid;
  gap: 10px;
}
.answer {
  min-height: 96px;
}
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(120px, 1fr));
  gap: 8px;
}
.two .v-btn {
  min-height: 60px;
}
</style>
