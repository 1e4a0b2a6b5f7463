<script setup lang="ts">
import { isRigid } from '#core/feed/feedInOf'
import { pressureSourceOf, runningSince } from '#core/job/state/carState'
import type { JobCommand } from '#core/job/types'
import { remedyWords } from '#shared/words/remedyWords'
import type { BayStep } from '~/composables/useBayStep'
import { useJob } from '~/stores/job'

/** What may be said beside the step's own entry: it does not move, it weeps, it differs, it hangs. */
defineProps<{ bay: BayStep }>()
const emit = defineEmits<{ seized: []; say: [commands: JobCommand[]] }>()
const job = useJob()
</script>

<template>
  <template v-for="step in bay.step.value ? [bay.step.value] : []" :key="step.id">
    <div v-if="step.kind === 'open' && bay.joint.value && !job.state!.joints[bay.joint.value.id]?.opened" class="aside">
      <v-btn-second @click="emit('seized')">It does not move</v-btn-second>
      <p v-if="job.state!.joints[bay.joint.value.id]?.seized" class="soft">
        Tried: {{ job.state!.joints[bay.joint.value.id]!.seized!.map(mark => remedyWords[mark.remedy].title.toLowerCase()).join(', ') }}
      </p>
    </div>
    <LazyRetorqueOffer
      v-if="(step.kind === 'leak' || step.kind === 'mend') && bay.joint.value && bay.weeps.value"
      class="aside"
      :joint="bay.joint.value"
      :record="job.state!.joints[bay.joint.value.id]!"
      :running="runningSince(job.state!) !== undefined"
      :by="pressureSourceOf(bay.sheet.value)"
      @retorque="commands => emit('say', commands)"
    />
    <LazyFeedInWay v-if="step.kind === 'fit' && bay.line.value && isRigid(bay.line.value)" class="aside" :line="step.target" />
    <LazyPartDiffers
      v-if="bay.differs.value"
      class="aside"
      :line="step.target"
      :differs="bay.differs.value"
      @accept="command => emit('say', [command])"
    />
    <LazyBenchVerdict
      v-if="bay.isMeasurable.value"
      class="aside"
      :job="job.state!.id"
      :line="step.target"
      :sheet="bay.sheet.value.id"
      :against="step.kind === 'receive' ? 'sheet' : 'old-line'"
      @say="command => emit('say', [command])"
    />
    <section v-for="first in bay.tried.value ? [bay.tried.value] : []" :key="first.way" class="aside" aria-label="Tried first">
      <p>
        <b>Tried first.</b> It goes this way on {{ Math.round(first.tried.chance * 10) }} cars of 10; otherwise {{ first.tried.hangs }}.
      </p>
      <v-btn-second @click="emit('say', [{ type: 'wayHung', goal: first.goal, way: first.way }])">It does not go this way</v-btn-second>
    </section>
  </template>
</template>

<style scoped>
.aside {
  order: 2;
  display: grid;
  gap: 6px;
  justify-items: start;
}
.aside .v-btn {
  min-height: 52px;
}
</style>
