<script setup lang="ts">
import { computed } from 'vue'
import { waitWords } from '#shared/words/vocabulary'
import { useServerNow } from '~/composables/useServerNow'
import { deviceId } from '~/utils/device'

/** A running timer, counting down; then up past zero, so that nobody misses it. */
const props = defineProps<{ timer: string; startedAt: string; recordedAt?: string; device: string; minutes: number; job?: number }>()

const now = useServerNow()
/** What somebody waits for, in a word; the workshop’s own timers go by theirs. */
const label = computed(() => (props.timer in waitWords ? waitWords[props.timer as keyof typeof waitWords] : props.timer))
const left = computed(() => {
  // What this device has recorded is dated by the server's clock as it knows it, and may have been sent much later.
  const began = props.device === deviceId() || !props.recordedAt ? props.startedAt : props.recordedAt
  const elapsed = now.value - Date.parse(began)
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
