<script setup lang="ts">
import { computed, ref } from 'vue'
import type { JobCommand } from '#core/job/types'
import { unknownSealing } from '#core/sheet/sealing'
import { useJob } from '~/stores/job'
import { useSession } from '~/stores/session'

/** Nobody has said whether a set comes filled and sealed: until a lead does, it is one that lets fluid out and has to be filled. */
defineProps<{ mayBeSpared?: boolean }>()
const emit = defineEmits<{ say: [command: JobCommand] }>()
const job = useJob()
const session = useSession()
const isOpen = computed(() => unknownSealing(job.resolved!.sheet, job.state!.scope, job.inputs?.parts).length > 0)
const fitted = ref<'yes' | 'no'>()
const goesIn = ref<'yes' | 'no'>()
const why = ref('')
const none = ref('')
const answers = [
  { id: 'yes' as const, text: 'Filled and sealed' },
  { id: 'no' as const, text: 'Not sealed' },
]
function say(): void {
  if (fitted.value && goesIn.value)
    emit('say', { type: 'sealingSaid', fitted: fitted.value === 'yes', goesIn: goesIn.value === 'yes', why: why.value.trim() })
}
</script>

<template>
  <section v-if="isOpen" class="stack sealing" aria-label="Filled and sealed, or not">
    <p>
      <b>The sheet does not say whether this comes filled and sealed.</b> Until a lead has said so it counts as one that lets fluid out:
      cap, pan, fill and bleed.
    </p>
    <v-expansion-panels v-if="session.isLead">
      <v-expansion-panel title="Say which it is">
        <template #text>
          <div class="stack">
            <ChoiceRow v-model="fitted" label="What is on the car" :choices="answers" />
            <ChoiceRow v-model="goesIn" label="What goes in" :choices="answers" />
            <v-textarea v-model="why" label="How you know" />
            <v-btn-second :disabled="!fitted || !goesIn || !why.trim()" @click="say">It counts for this job</v-btn-second>
          </div>
        </template>
      </v-expansion-panel>
      <v-expansion-panel v-if="mayBeSpared" title="Nothing has to be filled in">
        <template #text>
          <div class="stack">
            <v-textarea v-model="none" label="Why not" />
            <v-btn-second :disabled="!none.trim()" @click="emit('say', { type: 'fillSpared', why: none.trim() })"
              >Put it on record</v-btn-second
            >
          </div>
        </template>
      </v-expansion-panel>
    </v-expansion-panels>
  </section>
</template>

<style scoped>
.sealing {
  border-left: 6px solid var(--accent);
  padding-left: 12px;
}
</style>
