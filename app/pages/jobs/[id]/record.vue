<script setup lang="ts">
import { computed, ref } from 'vue'
import { useDisplay } from 'vuetify'
import { eventWords } from '#shared/words/eventWords'
import { useJobPage } from '~/composables/useJobPage'
import { useSession } from '~/stores/session'
import { whenWords } from '~/utils/whenWords'

const { job, record } = useJobPage()
const session = useSession()
const sheet = computed(() => job.view!.sheet)
const why = ref('')
const events = computed(() => [...job.confirmed, ...job.outbox.map(kept => kept.event)].toReversed())
const whole = ref(false)
const { width } = useDisplay()
/** As many as a screen holds. */
const latest = computed(() => (width.value <= 700 ? 6 : 10))
const shown = computed(() => (whole.value ? events.value : events.value.slice(0, latest.value)))
const undone = computed(() => new Set(job.confirmed.flatMap(event => (event.body.type === 'stepUndone' ? event.body.reverts : []))))
const time = (iso: string) => whenWords(iso, 'short')
</script>

<template>
  <section class="stack">
    <h2>Record</h2>
    <ol class="log">
      <li v-for="event in shown" :key="event.id" :class="{ undone: undone.has(event.id), waits: !event.recordedAt }">
        <time :datetime="event.at">{{ time(event.at) }}</time><span
          >{{ eventWords(event.body, sheet)
          }}<PhotoThumb
            v-if="event.body.type === 'photoTaken'"
            :photo="event.body.photo"
            :words="event.body.caption ?? 'Photo of this step'"
          /><span v-if="undone.has(event.id)" class="tag">taken back</span
          ><span v-if="!event.recordedAt" class="tag warn">waits to be sent</span></span
        ><span class="soft">{{ event.by.name }}</span>
      </li>
    </ol>
    <v-btn-second v-if="events.length > shown.length" size="small" @click="whole = true">Show all {{ events.length }} entries</v-btn-second>
    <div v-if="job.state!.signedOff && session.isLead" class="row">
      <v-text-field v-model="why" label="Why reopen" /><v-btn-second :disabled="!why.trim()" @click="record({ type: 'reopened', why })">
        Reopen
      </v-btn-second>
    </div>
  </section>
</template>

<style scoped>
.log {
  display: grid;
}
.log li {
  display: grid;
  grid-template-columns: 150px 1fr auto;
  gap: 12px;
  padding: 5px 0;
  border-bottom: 1px solid var(--line);
}
.log time {
  color: var(--soft);
}
.log .tag {
  margin-left: 8px;
}
.undone span:first-of-type {
  text-decoration: line-through;
  text-decoration-thickness: 1px;
}
@media (max-width: 900px) {
  .log li {
    grid-template-columns: 1fr auto;
    gap: 0 12px;
  }
  .log time + span {
    grid-column: 1 / -1;
    grid-row: 1;
  }
}
</style>
