<script setup lang="ts">
import { systemRules } from '#core/sheet/systemRules'
import { computed, ref, watch } from 'vue'
import type { CalledRound } from '#core/bleed/callRound'
import { strokesSinceFull } from '#core/bleed/reservoirLeft'
import { bleedMethodOf, circuitOpenings } from '#core/job/state/carState'
import { roundsSeen } from '#core/job/state/roundsSeen'
import { turnsCounted } from '#core/job/state/isBledAt'
import { sights, type BodyOf, type JobCommand, type Sight } from '#core/job/types'
import { settleValue } from '#core/sheet/settleContested'
import { countedWords, roundWords, sightChoice } from '#shared/words/recordWords'
import { airWords } from '#shared/words/airWords'
import { roundsWords } from '#shared/words/roundsWords'
import { useWorked } from '~/composables/useWorked'
import { useJob } from '~/stores/job'
import { useUnits } from '~/stores/units'
import { onCar } from '~/workers/onCar'
import type { RoundElse } from './RoundElse.vue'

/** A round of bleeding, turning or priming: what was seen, how often, topped up; called between two people where that is the way. */
const props = defineProps<{ plain: Pick<BodyOf<'roundBled'>, 'type' | 'running'>; target: string }>()
const draft = defineModel<JobCommand>()
const emit = defineEmits<{ also: [command: JobCommand] }>()
const job = useJob()
const units = useUnits()
const sheet = computed(() => job.resolved!.sheet)
const isRunning = computed(() => props.plain.running === true)
const method = bleedMethodOf(sheet.value, job.inputs)
/** Air that leaves by turning the wheel shows in the reservoir. */
const isTurned = method === 'lock-to-lock'
const bleeder = sheet.value.bleeders.find(({ id }) => id === props.target)?.name
/** What is counted in a round, where anything is. */
const counted = method && countedWords[method]
const rounds = computed(() =>
  job.state!.rounds.filter(round => round.bleeder === props.target && (round.running ?? false) === isRunning.value),
)
/** Of many rounds the last are what tells; all of them where somebody asks. */
const latest = 3
const isWhole = ref(false)
const shown = computed(() => (isWhole.value ? rounds.value : rounds.value.slice(-latest)))
const turns = computed(() =>
  turnsCounted(sheet.value, job.state!, props.target, circuitOpenings(job.resolved!, job.state!), isRunning.value),
)
const saw = ref<Sight>()
const count = ref<number>()
const toppedUp = ref(false)
const choices = sights.map(id => ({ id, text: sightChoice[id] }))

const calling = ref(false)
const reservoir = computed(() => {
  const settled = settleValue(sheet.value.fluid.reservoir ?? 'unknown')
  return settled.kind === 'unknown' ? undefined : settled.value
})
/** How many rounds it takes, as far as the shape of its lines is known; worked out beside the page. */
const { value: foreseen } = useWorked('rounds', () =>
  job.resolved && method === 'pump-and-hold' && job.state ? { car: onCar(job.resolved), lines: job.state.scope } : undefined,
)
const said = computed(() => foreseen.value && roundsWords(foreseen.value, rounds.value, units, sheet.value))
const seen = computed(() => roundsSeen(job.state!, props.target, circuitOpenings(job.resolved!, job.state!)))
/** What the rounds so far tell of the air that is left; worked out beside the page. */
const { value: told } = useWorked('airLeft', () =>
  job.resolved && method === 'pump-and-hold' && job.state && seen.value.length > 0
    ? { car: onCar(job.resolved), lines: job.state.scope, rounds: seen.value }
    : undefined,
)
const tells = computed(() => (told.value && seen.value.length > 0 ? airWords(told.value, sheet.value) : undefined))
const isPumped = method === 'pump-and-hold'
/**
 * A clutch pedal goes to the floor whatever air there is: only a brake's tells. How far a reservoir fell tells how much was pumped, where
 * anybody knows what it holds. What is turned lets nothing out.
 */
const asks = computed(() => ({
  out: !isTurned,
  bubble: isPumped,
  pedal: isPumped && systemRules[sheet.value.system].pedalTells,
  stands: isPumped && reservoir.value !== undefined,
}))
const more = ref<RoundElse>({})
const since = computed(() => strokesSinceFull([...job.state!.rounds, { count: count.value || 0, toppedUp: toppedUp.value }]))
function called(round: CalledRound, wasToppedUp: boolean): void {
  // Called again before it is recorded, it is one round still: its strokes add up.
  count.value = (count.value || 0) + round.strokes
  toppedUp.value = wasToppedUp
}
/** Air went back in: that round is on record as it happens, before anybody can take it for clear. */
function drawnBack({ strokes }: CalledRound, wasToppedUp: boolean): void {
  const made = (count.value || 0) + strokes
  emit('also', {
    type: 'roundBled',
    bleeder: props.target,
    ...(made > 0 && { count: made }),
    saw: 'air',
    toppedUp: wasToppedUp,
    airBack: true,
  })
}

watch(
  [saw, count, toppedUp, more],
  () => {
    draft.value = saw.value && {
      type: 'roundBled',
      bleeder: props.target,
      ...(count.value ? { count: count.value } : {}),
      saw: saw.value,
      toppedUp: toppedUp.value || (more.value.in?.value ?? 0) > 0,
      ...(isRunning.value && { running: true }),
      ...more.value,
    }
  },
  { immediate: true },
)
</script>

<template>
  <p v-for="doubt in tells?.doubts" :key="doubt" class="caution" role="status">{{ doubt }}</p>
  <p v-if="said?.doubt" class="caution" role="status">{{ said.doubt }}</p>
  <p v-if="rounds.at(-1)?.airBack" class="caution">
    The pedal came up with the bleeder open: air went back in. Close it, then call the next round.
  </p>
  <p v-if="turns">
    Turns of the wheel counted: <b>{{ turns.made }}</b> of {{ turns.asked }}. The last round must be clear.
  </p>
  <template v-if="method === 'pump-and-hold'">
    <v-btn-second class="call" @click="calling = true">Call the round, two of you</v-btn-second>
    <CallRunner v-model="calling" :sheet="sheet" :reservoir="reservoir" :since="since" @over="called" @air-back="drawnBack" />
  </template>
  <p class="soft">{{ isTurned ? 'What showed in the reservoir?' : 'What came out in this round?' }}</p>
  <ChoiceRow v-model="saw" label="What came out" :choices="choices" />
  <div class="counted">
    <v-text-field v-if="counted" v-model.number="count" type="number" min="1" max="999" :label="counted" />
    <v-checkbox v-if="method !== 'prime'" v-model="toppedUp" label="Reservoir topped up after it" />
  </div>
  <RoundElse v-if="method !== 'prime'" v-model="more" :asks="asks" />
  <p v-if="tells" role="status">{{ tells.toGo }}</p>
  <p v-if="said" class="soft">{{ said.foreseen }}</p>
  <v-btn-quiet v-if="shown.length < rounds.length" class="all" @click="isWhole = true">Show all {{ rounds.length }} rounds</v-btn-quiet>
  <ol v-if="rounds.length" class="rounds" aria-label="Rounds so far" :start="rounds.length - shown.length + 1">
    <li v-for="round in shown" :key="round.event">
      {{ roundWords({ ...round, out: round.outVolume, in: round.inVolume, name: bleeder }) }}
    </li>
  </ol>
</template>

<style scoped>
.rounds {
  list-style: decimal;
  padding-left: 26px;
}
.all {
  min-height: 48px;
  justify-self: start;
}
.call {
  min-height: 60px;
}
.counted {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.3fr);
  gap: 8px;
  align-items: center;
}
.counted > :only-child {
  grid-column: 1 / -1;
}
@media (max-width: 599px) {
  .call {
    min-height: 52px;
  }
  .counted {
    grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr);
  }
}
</style>
