<script setup lang="ts">
import type { StreamJudged, StreamKind } from '#core/instruments/judgeReadings'
import { streamNames, streamTroubleWords, streamValue } from '#shared/words/streamWords'

/** What an instrument says now, or why it is not believed; the hand takes it over, or it lands by itself. */
const props = defineProps<{ kind: StreamKind; isOn: boolean; judged: StreamJudged; start: string; take?: string }>()
const emit = defineEmits<{ start: []; take: [value: number] }>()
function hand(): void {
  if (props.judged.value !== undefined) emit('take', props.judged.value)
}
</script>

<template>
  <div class="live">
    <p>
      <b v-if="isOn && judged.value !== undefined">{{ streamValue(kind, judged.value) }}</b> {{ streamNames[kind] }}, simulated
    </p>
    <v-btn-second v-if="!isOn || !take || judged.trouble" @click="emit('start')">{{ isOn ? 'Once more' : start }}</v-btn-second>
    <v-btn-second v-else :disabled="judged.value === undefined" @click="hand">{{ take }}</v-btn-second>
  </div>
  <p v-if="isOn && judged.trouble" class="caution" role="status">{{ streamTroubleWords(kind, judged.trouble) }}</p>
</template>

<style scoped>
.live {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
}
.live b {
  font-size: 26px;
  font-variant-numeric: tabular-nums;
}
.live .v-btn {
  min-height: 52px;
}
</style>
