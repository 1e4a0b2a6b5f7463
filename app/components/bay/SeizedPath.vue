<script setup lang="ts">
import { computed } from 'vue'
import { seizedPath } from '#core/fittings/seizedPath'
import type { JobCommand, JobState } from '#core/job/types'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import type { Joint } from '#core/sheet/types'
import { remedyBarWords, remedyWords } from '#shared/words/remedyWords'

/** A joint that does not move: what to try, gentlest first, with what each closes off. */
const props = defineProps<{ resolved: ResolvedSheet; joint: Joint; state: JobState }>()
const emit = defineEmits<{ tried: [commands: JobCommand[]]; close: [] }>()
const steps = computed(() =>
  seizedPath(props.resolved, props.joint, props.state.scope).map(step => ({
    ...step,
    words: remedyWords[step.remedy],
    tried: props.state.joints[props.joint.id]?.seized?.filter(mark => mark.remedy === step.remedy).length ?? 0,
  })),
)
function attempt(remedy: (typeof steps.value)[number]) {
  const commands: JobCommand[] = [{ type: 'jointSeized', joint: props.joint.id, remedy: remedy.remedy }]
  if (remedy.remedy === 'soak') commands.push({ type: 'timerStarted', timer: 'soak', minutes: remedy.minutes })
  if (remedy.remedy === 'replace-mate')
    commands.push({ type: 'paused', reason: 'approval', note: `${props.joint.name}: the part it screws into has to be renewed` })
  emit('tried', commands)
}
</script>

<template>
  <div class="stack">
    <h2>{{ joint.name }} does not move</h2>
    <ol class="stack">
      <li v-for="step in steps" :key="step.remedy" class="card" :class="{ barred: step.barred }">
        <div class="spread">
          <b>{{ step.words.title }}</b><span v-if="step.tried" class="tag">tried{{ step.tried > 1 ? ` ${step.tried} times` : '' }}</span>
        </div>
        <p v-if="step.barred"><b>Not here.</b> {{ remedyBarWords[step.barred] }}</p>
        <template v-else
          ><p v-if="step.words.caution" class="caution">{{ step.words.caution.text }}</p>
          <p>{{ step.words.how }}</p>
          <p class="soft">{{ step.words.closes }}</p>
          <v-btn-second @click="attempt(step)">
            {{ step.remedy === 'replace-mate' ? 'Record it and pause the job' : `Record: ${step.words.title.toLowerCase()}` }}
          </v-btn-second></template
        >
      </li>
    </ol>
    <v-btn-main @click="emit('close')">Back to the step</v-btn-main>
  </div>
</template>

<style scoped>
ol {
  list-style: none;
}
li {
  display: grid;
  gap: 6px;
}
.barred {
  opacity: 0.8;
}
.v-btn {
  min-height: 52px;
}
</style>
