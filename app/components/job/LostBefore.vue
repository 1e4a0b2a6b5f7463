<script setup lang="ts">
import { computed, ref } from 'vue'
import { leakedBys, type JobCommand, type LeakedFound } from '#core/job/types'
import type { Entered } from '#core/units/types'
import { levelsOf } from '#core/sheet/levelsOf'
import { leakedByWords, leakedWords } from '#shared/words/fluidWords'
import { useJob } from '~/stores/job'
import { useUnits } from '~/stores/units'
import { typedNumber } from '~/utils/editField'

/** What the car had lost before it came in, as far as anybody can tell: it is owed that as well. */
const emit = defineEmits<{ say: [command: JobCommand] }>()
const job = useJob()
const units = useUnits()
const said = computed(() => job.state!.leaked[job.state!.opened.sheet.id])
const isOpen = ref(false)
const by = ref<LeakedFound['by']>()
const levels = computed(() =>
  levelsOf(job.resolved!.sheet).filter(level => !job.resolved!.sheet.circuits?.some(one => one.level.id === level.id)),
)
const level = ref<string | undefined>(levels.value.length === 1 ? levels.value[0]!.id : undefined)
const mm = ref('')
const perMinute = ref('')
const hours = ref('')
const entered = ref<Entered<'volume'>>()
const choices = leakedBys.map(id => ({ id, text: leakedByWords[id] }))
/** At or above nothing: a box that is empty, or out of reason, says nothing. */
const number = (text: string, most: number) => {
  const value = typedNumber(text)
  return value !== undefined && value >= 0 && value <= most ? value : undefined
}
const found = computed((): LeakedFound | undefined => {
  switch (by.value) {
    case 'level': {
      const below = number(mm.value, 1000)
      return level.value && below !== undefined ? { by: 'level', level: level.value, mm: below } : undefined
    }
    case 'drips': {
      const [rate, time] = [number(perMinute.value, 600), number(hours.value, 100_000)]
      return rate !== undefined && time !== undefined ? { by: 'drips', perMinute: rate, hours: time } : undefined
    }
    case 'added':
      return entered.value && { by: 'added', entered: entered.value }
    case 'unknown':
      return { by: 'unknown' }
    default:
      return undefined
  }
})
function say(): void {
  if (!found.value) return
  emit('say', { type: 'leakedBefore', found: found.value })
  isOpen.value = false
}
</script>

<template>
  <RoomPart title="Lost before it came in" :told="said ? leakedWords(said.found, said.amount) : 'not said'">
    <p v-if="said">{{ leakedWords(said.found, said.amount) }} ({{ said.by }}).</p>
    <p v-else-if="isOpen" class="soft">
      A car that has leaked for long is short of more than runs out here: half a quart to a quart and more.
    </p>
    <v-btn-second v-if="!isOpen" @click="isOpen = true">{{ said ? 'Say it anew' : 'It leaked before: how much?' }}</v-btn-second>
    <template v-else>
      <ChoiceRow v-model="by" label="How it is known" :choices="choices" />
      <template v-if="by === 'level'">
        <v-select
          v-if="levels.length > 1"
          v-model="level"
          :items="levels.map(({ id, name }) => ({ value: id, title: name }))"
          label="which level"
        />
        <v-text-field v-model="mm" inputmode="decimal" autocomplete="off" label="below the mark, mm" />
      </template>
      <div v-else-if="by === 'drips'" class="two">
        <v-text-field v-model="perMinute" inputmode="decimal" autocomplete="off" label="drips a minute" />
        <v-text-field v-model="hours" inputmode="decimal" autocomplete="off" label="hours it dripped" />
      </div>
      <QuantityEntry
        v-else-if="by === 'added'"
        v-model="entered"
        dimension="volume"
        :units="units.choice === 'us' ? ['qt', 'floz', 'mL'] : ['L', 'mL', 'qt']"
        label="put in since it was full"
      />
      <div class="row">
        <v-btn-main :disabled="!found" @click="say">Record it</v-btn-main>
        <v-btn-second @click="isOpen = false">Leave it</v-btn-second>
      </div>
    </template>
  </RoomPart>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
</style>
