<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed, ref } from 'vue'
import { navigateTo } from '#imports'
import { listDue } from '#core/job/owed/obligations'
import { coldLevelLeft } from '#core/job/owed/readCold'
import { earlyEndings, type EarlyEnding } from '#core/job/types'
import { endingWords } from '#shared/words/endingWords'
import { useJobPage } from '~/composables/useJobPage'
import { typedNumber } from '~/utils/editField'
import { useSession } from '~/stores/session'

/** A job that ends without being done: nothing to repair, declined, cancelled, or released with what is still due on the paper. */
const { id, job, record } = useJobPage()
const session = useSession()
const { isLead } = storeToRefs(session)
const forLead: readonly EarlyEnding[] = ['unfinished', 'provisional']
/** Offered where it can be: with one level left that only wants the cold. */
const mayGoOut = computed(
  () => !!job.resolved && !!job.state && coldLevelLeft(job.resolved, job.state, listDue(job.resolved, job.state)).ok,
)
const open = computed(() =>
  earlyEndings.filter(ending => (!forLead.includes(ending) || isLead.value) && (ending !== 'provisional' || mayGoOut.value)),
)
const day = ref('')
const km = ref('')
/** To the end of that day, by this device's clock. */
const read = computed(() => {
  const [by, far] = [new Date(`${day.value}T23:59:00`), typedNumber(km.value)]
  return Number.isNaN(by.getTime()) || !far || far < 1 || far > 5000 ? undefined : { by: by.toISOString(), km: far }
})
const ending = ref<EarlyEnding>()
const why = ref('')
async function end() {
  if (!ending.value) return
  const more = ending.value === 'provisional' ? { read: read.value! } : {}
  if (await record({ type: 'ended', ending: ending.value, why: why.value.trim(), ...more })) await navigateTo(`/jobs/${id}/handover`)
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
            <div v-if="ending === 'provisional'" class="row">
              <v-text-field v-model="day" type="date" label="Back by, at the latest" />
              <v-text-field v-model="km" inputmode="decimal" autocomplete="off" label="driven no further than, km" />
            </div>
            <v-textarea v-model="why" :label="endingWords[ending].asks" />
            <v-btn-bad :disabled="!why.trim() || (ending === 'provisional' && !read)" @click="end">{{
              endingWords[ending].title
            }}</v-btn-bad>
          </template>
        </div>
      </template>
    </v-expansion-panel>
  </v-expansion-panels>
</template>
