<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { v7 } from 'uuid'
import { tubesOnSheet } from '#core/making/lineOnSheet'
import { isMadeHere } from '#core/job/state/madeHere'
import { rebentWords } from '#shared/words/makeActWords'
import { useJobMaking } from '~/composables/useJobMaking'
import { useJobPage } from '~/composables/useJobPage'
import { usePhotos } from '~/stores/photos'
import { useBench } from '~/stores/bench'

/** Lines of this job that are bent and flared here: what is made of which tube, and the making, ticked on record. */
const { job, record } = useJobPage()
const bench = useBench()
const photos = usePhotos()
/** Another line of the job that somebody begins to make although its part could be bought. */
const begun = ref<string>()
const wanted = computed(() => job.resolved!.lines.filter(({ id }) => job.state!.scope.includes(id)))
const lines = computed(() => wanted.value.filter(({ id }) => id === begun.value || isMadeHere(job.resolved!, job.state!, id)))
const others = computed(() => wanted.value.filter(({ id }) => !lines.value.some(line => line.id === id) && !job.state!.lines[id]?.in))
const chosen = ref<string>()
watch(lines, all => (chosen.value = all.some(({ id }) => id === chosen.value) ? chosen.value : all[0]?.id), { immediate: true })
const making = useJobMaking(() => chosen.value ?? '', record)
const isIn = computed(() => job.state!.lines[chosen.value ?? '']?.in !== undefined)
const made = computed(() => job.state!.lines[chosen.value ?? '']?.made)
const onSheet = computed(() => {
  const line = wanted.value.find(({ id }) => id === chosen.value)
  return line ? tubesOnSheet(line) : []
})
/** Photographs the old line was measured from, with the step of making it. */
async function keepPictures(pictures: readonly File[]) {
  const line = lines.value.find(({ id }) => id === chosen.value)!
  for (const [i, picture] of pictures.entries()) {
    const id = v7()
    const entry = { step: { kind: 'make' as const, target: line.id }, caption: `${line.name}, measured on the bench: picture ${i + 1}` }
    await photos.take({ id, job: job.view!.row.id, picture, raw: entry })
    await record({ type: 'photoTaken', photo: id, ...entry })
  }
}
const isLying = computed(() => bench.bench.line.rows.length > 0)
</script>

<template>
  <div class="stack">
    <v-tabs v-if="lines.length > 1" v-model="chosen" aria-label="Lines that are made here">
      <v-tab v-for="line in lines" :key="line.id" :value="line.id">{{ line.name }}</v-tab>
    </v-tabs>
    <div v-if="lines.length === 0" class="empty">
      <b>Nothing is made here so far.</b
      >{{
        wanted.length === 0
          ? 'No line is renewed in this job.'
          : others.length > 0
            ? 'The parts of this job come in boxes. A line can be bent and flared here all the same: say which.'
            : 'The parts of this job came in boxes, and lie in the car.'
      }}
    </div>
    <template v-if="chosen">
      <h2>{{ lines.find(({ id }) => id === chosen)?.name }}</h2>
      <p v-if="made" role="status">Made{{ made.how === 'without' ? ` without this list: ${made.note}` : '' }} ({{ made.by }}).</p>
      <MakeLine
        :line="making.draft.value"
        :worked="making.worked.value"
        :done="making.done.value"
        :tick="making.tick"
        :sheet="job.resolved!.sheet.id"
        :system="job.resolved!.sheet.system"
        :keep-pictures="keepPictures"
        :held="making.isChanged.value || isIn"
        @set="making.set"
        @turn="making.turnRound"
      >
        <template #from>
          <v-btn-quiet v-for="(piece, i) in onSheet" :key="i" @click="making.set(piece)">
            As the sheet has it{{ onSheet.length > 1 ? `, piece ${i + 1}` : '' }}
          </v-btn-quiet>
          <v-btn-quiet v-if="isLying" @click="making.set(bench.bench.line)">What lies on the bench</v-btn-quiet>
        </template>
        <section v-if="making.isChanged.value && !isIn" class="card stack said">
          <p>
            {{
              making.done.value.size > 0
                ? 'This differs from what is on record. Recorded, it is a new piece of tube: nothing that is ticked counts for it.'
                : 'Not on record yet: record what is to be made, then make it.'
            }}
          </p>
          <div>
            <v-btn-main :disabled="making.draft.value.rows.length === 0 || making.isOrdering.value" @click="making.record">
              {{ making.done.value.size > 0 ? 'Begin a new piece' : 'Record what is made' }}
            </v-btn-main>
          </div>
        </section>
        <section v-if="making.rebends.value.length" class="card stack" aria-label="Bent again">
          <h3>Bent again</h3>
          <ol class="again">
            <li v-for="one in making.rebends.value" :key="one.event">
              {{ rebentWords(one) }}{{ one.note ? `: ${one.note}` : '' }} ({{ one.by }})
            </li>
          </ol>
        </section>
      </MakeLine>
    </template>
    <div v-if="others.length" class="row">
      <v-btn-quiet v-for="line in others" :key="line.id" @click="((begun = line.id), (chosen = line.id))">
        Make it here: {{ line.name }}
      </v-btn-quiet>
    </div>
  </div>
</template>

<style scoped>
.said {
  border-left: 6px solid var(--accent);
}
.again {
  padding-left: 26px;
}
</style>
