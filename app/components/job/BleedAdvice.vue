<script setup lang="ts">
import { computed, ref } from 'vue'
import { adviseMethod, bleedOpenings, bleedTools, type BleedOpening, type BleedTool } from '#core/bleed/adviseMethod'
import type { BleedMethod, Sheet } from '#core/sheet/types'
import { bleedReasonWords, bleedToolWords } from '#shared/words/bleedAdviceWords'
import { bleedWords } from '#shared/words/vocabulary'

/** Which way of bleeding fits what is at hand, and why; the sheet's own order where nothing speaks against it. */
const props = defineProps<{ bleeding: Sheet['bleeding']; inUse: BleedMethod | undefined; start: BleedOpening }>()
const emit = defineEmits<{ use: [method: Sheet['bleeding']['allowed'][number]] }>()
const opened = ref(props.start)
const helper = ref(true)
const tools = ref<BleedTool[]>([])
const inReach = ref(true)
const openingWords: Record<BleedOpening, string> = { hose: 'a hose only', line: 'a whole line, dry', component: 'a part of the circuit' }
/** The way that is planned. */
const inPlan = computed(() => (props.inUse ? `${bleedWords[props.inUse]}, in the plan` : undefined))
const advice = computed(() =>
  adviseMethod(props.bleeding, { opened: opened.value, helper: helper.value, tools: tools.value, reservoirInReach: inReach.value }),
)
</script>

<template>
  <RoomPart title="How the air leaves" :told="inPlan">
    <div class="asked">
      <v-radio-group v-model="opened" inline aria-label="What was opened">
        <v-radio v-for="one in bleedOpenings" :key="one" :value="one" :label="openingWords[one]" />
      </v-radio-group>
      <div class="row at-hand">
        <v-checkbox v-model="helper" label="a helper is free" />
        <v-checkbox v-for="tool in bleedTools" :key="tool" v-model="tools" :value="tool" :label="bleedToolWords[tool]" />
        <v-checkbox v-model="inReach" label="reservoir in reach of the bleeder" />
      </div>
    </div>
    <ol class="ways">
      <li v-for="way in advice" :key="way.method" :class="{ not: !way.may }">
        <span>
          <b>{{ bleedWords[way.method] }}</b>
          <span class="soft"> {{ way.reasons.map(bleedReasonWords).join(' ') }}</span>
        </span>
        <span v-if="way.method === inUse" class="tag fill">in the plan</span>
        <v-btn-second v-else-if="way.may" size="small" @click="emit('use', way.method)">Use it</v-btn-second>
        <span v-else class="tag">not here</span>
      </li>
    </ol>
  </RoomPart>
</template>

<style scoped>
.at-hand {
  gap: 0 var(--s3);
}
/* At the desk a mouse does it. */
@media (min-width: 1000px) {
  .asked :deep(.v-selection-control) {
    --v-selection-control-size: 36px;
    min-height: 36px;
  }
}
.ways {
  display: grid;
}
.ways .soft {
  margin-left: 8px;
}
.ways li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: center;
  padding: 8px 4px;
  border-bottom: 1px solid var(--line);
}
</style>
