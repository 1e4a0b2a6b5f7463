<script setup lang="ts">
import { computed } from 'vue'
import { changeWords } from '#shared/words/changeWords'
import { useJobPage } from '~/composables/useJobPage'

/** The sheet was published anew while this job is worked by the older one: what differs in what is still to do, and the move. */
const { job, record } = useJobPage()
const most = 8
const ahead = computed(() => (job.newer ? job.ahead.map(change => changeWords(change, job.view!.sheet, job.newer!)) : []))
</script>

<template>
  <section v-if="job.newer && ahead.length" class="card stack moved" aria-label="A newer revision">
    <div>
      <b>Revision {{ job.newer.revision }} of this sheet is published.</b> It differs in what is still to do:
    </div>
    <ul>
      <li v-for="(words, i) in ahead.slice(0, most)" :key="i">{{ words }}</li>
      <li v-if="ahead.length > most" class="soft">and {{ ahead.length - most }} more</li>
    </ul>
    <div class="row">
      <v-btn-main size="small" @click="record({ type: 'revisionMoved', revision: job.newer.revision })">
        Move to revision {{ job.newer.revision }}</v-btn-main
      ><span class="soft">or stay on revision {{ job.view!.sheet.revision }}</span>
    </div>
  </section>
</template>

<style scoped>
.moved {
  border: 3px solid var(--warn);
}
ul {
  list-style: disc;
  padding-left: 20px;
}
</style>
