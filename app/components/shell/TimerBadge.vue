<script setup lang="ts">
import { computed } from 'vue'
import { waitWords } from '#shared/words/vocabulary'
import { useNow } from '~/composables/useNow'
import { deviceId } from '~/utils/device'

/** A running timer, counting down; then up past zero, so that nobody misses it. `offset`: server clock minus this device's, ms. */
const props = defineProps<{
  timer: string
  startedAt: string
  recordedAt?: string
  device: string
  minutes: number
  offset?: number
  job?: number
}>()

const now = useNow()
/** What somebody waits for, in a word; the workshop’s own timers go by theirs. */
const waits: Partial<Record<string, string>> = { cool: waitWords.cool, warm: waitWords.warm, gravity: waitWords.gravity }
const label = computed(() => waits[props.timer] ?? props.timer)
const left = computed(() => {
  const mine = props.device === deviceId()
  const elapsed =
    mine || !props.recordedAt ? now.value - Date.parse(props.startedAt) : now.value + (props.offset ?? 0) - Date.parse(props.recordedAt)
  return Math.ceil(props.minutes * 60 - elapsed / 1000)
})
const text = computed(() => {
  const seconds = Math.abs(left.value)
  return `${left.value < 0 ? '+' : ''}${String(Math.floor(seconds / 60)).padStart(2, '0')}:${String(seconds % 60).padStart(2, '0')}`
})
</script>

<template>
  <span class="timer" :class="{ over: left <= 0 }" role="timer"
    ><span v-if="job">{{ job }} </span>{{ label }} <b>{{ text }}</b><span v-if="left <= 0"> time is up</span></span
  >
</template>

<style scoped>
.timer {
  display: inline-flex;
  gap: 6px;
  background: var(--mark);
  color: #141b1f;
  padding: 3px 10px;
  border-radius: 3px;
  font-weight: 600;
  white-space: nowrap;
}
.over {
  outline: 3px solid var(--ok);
}
</style>
