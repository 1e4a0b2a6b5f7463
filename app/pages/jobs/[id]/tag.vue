<script setup lang="ts">
import { whenWords } from '~/utils/whenWords'
import { computed } from 'vue'
import { useHead, useRequestURL } from '#imports'
import { forbiddenNow } from '#core/job/state/forbiddenNow'
import { dueWords } from '#shared/words/refusalWords'
import { forbiddenWords, pauseWords, tagTitle } from '#shared/words/pauseWords'
import { useJobPage } from '~/composables/useJobPage'

/** A tag for the wheel or the bars of a car that is left with the job unfinished: what must not be done to it, and why. */
const { id, job } = useJobPage()
const sheet = computed(() => job.view!.sheet)
const row = computed(() => job.view!.row)
const forbidden = computed(() => forbiddenNow(job.missing, sheet.value))
const paused = computed(() => job.state?.paused)
const address = `${useRequestURL().origin}/jobs/${id}`
useHead({ title: () => `Job ${job.view?.row.number ?? ''} · tag` })
const print = () => window.print()
/** A tag is read from the seat: the first few, and how many more. */
const most = 4
</script>

<template>
  <div v-if="!job.state" class="busy" role="status" aria-label="Loading the job" />
  <article v-else class="stack">
    <div class="row no-print">
      <v-btn-main @click="print">Print the tag</v-btn-main>
      <v-btn-quiet :to="`/jobs/${id}`">Back to the job</v-btn-quiet>
    </div>
    <section class="tag-page" :aria-label="tagTitle(sheet)">
      <p class="plate">{{ row.plate }} · job {{ row.number }}</p>
      <template v-if="forbidden.length">
        <div v-for="{ act, because } in forbidden" :key="act" class="forbidden">
          <h2>{{ forbiddenWords(act, sheet) }}</h2>
          <ul>
            <li v-for="(item, i) in because.slice(0, most)" :key="i">{{ dueWords(item, sheet) }}</li>
            <li v-if="because.length > most">and {{ because.length - most }} more</li>
          </ul>
        </div>
      </template>
      <h2 v-else-if="job.state.signedOff">Signed off: it needs no tag</h2>
      <h2 v-else>Not finished: ask before you move it</h2>
      <div class="foot">
        <p>
          <template v-if="paused"
            >Paused by <b>{{ paused.by }}</b>, {{ whenWords(paused.at) }}: {{ pauseWords[paused.reason]
            }}{{ paused.note ? `, ${paused.note}` : '' }}.</template
          ><template v-else-if="!job.state.signedOff">In work. Ask before you touch it.</template>
        </p>
        <QrCode :text="address" label="Code that opens this job" class="qr" />
      </div>
    </section>
  </article>
</template>

<style scoped>
.tag-page {
  border: 6px solid var(--ink);
  background: var(--card);
  padding: 20px 24px;
  max-width: 640px;
  display: grid;
  gap: 18px;
}
.plate {
  font-size: 20px;
  font-weight: 700;
}
h2 {
  font: 700 34px/1.1 var(--face);
}
.forbidden ul {
  margin-top: 6px;
  padding-left: 20px;
  list-style: square;
}
.foot {
  display: flex;
  gap: 20px;
  justify-content: space-between;
  align-items: end;
}
.qr {
  width: 96px;
  height: 96px;
  flex: none;
}
@media print {
  .tag-page {
    max-width: none;
  }
  h2 {
    font-size: 44px;
  }
  .tag-page p,
  .tag-page li {
    font-size: 20px;
  }
}
</style>
