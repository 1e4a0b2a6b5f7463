<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed, ref } from 'vue'
import { navigateTo } from '#imports'
import { earlyEndings, type EarlyEnding } from '#core/job/types'
import { endingWords } from '#shared/words/endingWords'
import { useJobPage } from '~/composables/useJobPage'
import { useSession } from '~/stores/session'

/** A job that ends without being done: nothing to repair, declined, cancelled, or released with what is still due on the paper. */
const { id, record } = useJobPage()
const session = useSession()
const { isLead } = storeToRefs(session)
const open = computed(() => earlyEndings.filter(ending => ending !== 'unfinished' || isLead.value))
const ending = ref<EarlyEnding>()
const why = ref('')
async function end() {
  if (!ending.value) return
  if (await record({ type: 'ended', ending: ending.value, why: why.value.trim() })) await navigateTo(`/jobs/${id}/handover`)
}
</script>

<template>
  <v-expansion-panels>
    <v-expansion-panel title="End it without being done">
      <template #text>
        <div class="stack">
          <p class="soft">
            Whatever was opened is closed and proved first. Only a lead may let a car go with work still due; that is printed first and
            large.
          </p>
          <ChoiceRow v-model="ending" label="How it ends" :choices="open.map(one => ({ id: one, text: endingWords[one].title }))" />
          <template v-if="ending">
            <v-textarea v-model="why" :label="endingWords[ending].asks" />
            <v-btn-bad :disabled="!why.trim()" @click="end">{{ endingWords[ending].title }}</v-btn-bad>
          </template>
        </div>
      </template>
    </v-expansion-panel>
  </v-expansion-panels>
</template>
