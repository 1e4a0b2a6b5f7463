<script setup lang="ts">
import { shopZone, whenWords } from '~/utils/whenWords'
import { computed } from 'vue'
import { useHead } from '#imports'
import { buildRecord } from '#core/job/record/buildRecord'
import { stepKey } from '#core/job/steps/stepKinds'
import { choiceWords, turnsWords } from '#shared/words/recordWords'
import { endedWords, endingWords } from '#shared/words/endingWords'
import { dueWords, refusalWords } from '#shared/words/refusalWords'
import { stepWords } from '#shared/words/stepWords'
import { cautionWords, list } from '#shared/words/vocabulary'
import { useJobPage } from '~/composables/useJobPage'
import { useSession } from '~/stores/session'

const { id, job, refusal, record: say } = useJobPage()
const session = useSession()
const record = computed(() =>
  job.view?.row.id === id && job.resolved && job.state ? buildRecord(job.resolved, job.state, job.confirmed) : undefined,
)
const sheet = computed(() => job.view!.sheet)
useHead({ title: () => (record.value ? `Job ${record.value.number} · record` : 'Record') })
/** The work is; a level is still to be read, or was. */
const isDone = computed(() => record.value?.ended?.read !== undefined)
const turns = computed(() => (record.value ? turnsWords(record.value) : []))
const time = (iso: string | undefined) => (iso ? whenWords(iso) : '')
const print = () => window.print()
const handOver = () => say({ type: 'handedOver', to: 'customer' })
</script>

<template>
  <div v-if="!record" class="busy" role="status" aria-label="Loading the record" />
  <article v-else class="stack record">
    <div class="row no-print">
      <v-btn-main @click="print">Print</v-btn-main>
      <v-btn-second :href="`/api/jobs/${id}/record.pdf`" target="_blank">PDF</v-btn-second>
      <v-btn-second :href="`/api/jobs/${id}/record.json`" download>JSON</v-btn-second>
      <v-btn-second :href="`/api/jobs/${id}/torques.csv`" download>Torques, CSV</v-btn-second>
      <v-btn-second :href="`/api/jobs/${id}/fluids.csv`" download>Fluids, CSV</v-btn-second>
      <v-btn-second v-if="(record.signedOff || record.ended?.read) && !record.handedOver" @click="handOver"
        >Handed over to the customer</v-btn-second
      >
      <v-btn-quiet :to="`/jobs/${id}`">Back to the job</v-btn-quiet>
    </div>
    <p v-if="refusal" class="trouble" role="alert">{{ refusalWords(refusal, sheet) }}</p>
    <header class="head">
      <div class="spread">
        <span>{{ session.view?.workshop }}</span><b>Job {{ record.number }}</b>
      </div>
      <h1>{{ record.sheet.title }}</h1>
      <p>
        {{ record.vehicle.label }}, plate <b>{{ record.vehicle.plate }}</b>, for {{ record.customer }}
      </p>
      <p v-if="record.complaint">Reported: {{ record.complaint }}</p>
      <p v-if="record.signedOff" class="good">
        <b>Signed off</b> by {{ record.signedOff.by }}, {{ time(record.signedOff.at)
        }}<template v-if="record.handedOver"> · handed over {{ time(record.handedOver.at) }}</template>
      </p>
      <div v-else-if="record.ended" class="ended" :class="record.ended.ending">
        <p class="big">{{ endingWords[record.ended.ending].title }}</p>
        <p>
          <b>{{ endedWords(record.ended, whenWords) }}</b>
        </p>
        <p>{{ record.ended.why }}</p>
        <p>
          {{ record.ended.by }}, {{ time(record.ended.at)
          }}<template v-if="record.handedOver"> · handed over {{ time(record.handedOver.at) }}</template>
        </p>
      </div>
      <p v-else class="trouble"><b>Not signed off.</b> This is not a finished record.</p>
    </header>
    <section v-if="record.missing.length" class="card due">
      <h2>{{ isDone ? 'Still to be read' : record.ended ? 'Still due, by whoever finishes it' : 'Still missing' }}</h2>
      <ul>
        <li v-for="(item, i) in record.missing" :key="i">{{ dueWords(item, sheet) }}</li>
      </ul>
    </section>
    <section class="card">
      <h2>{{ record.ended && !isDone ? 'Lines that were wanted' : 'Lines replaced' }}</h2>
      <ul>
        <li v-for="item in record.lines" :key="item.id">
          <b>{{ item.name }}</b>{{ item.mark ? `, marked ${item.mark}` : '' }}{{ item.part ? `, part ${item.part}` : ''
          }}{{ item.inAt && item.which !== 'old' ? '' : ', not replaced' }}{{ item.differs ? `. Differs: ${item.differs}` : '' }}
        </li>
      </ul>
      <ul v-if="turns.length">
        <li v-for="sentence in turns" :key="sentence">{{ sentence }}</li>
      </ul>
      <p v-if="record.leftAlone.length">Left alone: {{ list(record.leftAlone.map(item => item.name)) }}.</p>
    </section>
    <TorquesRecord :torques="record.torques" />
    <JointsRecord :joints="record.joints" />
    <FluidsRecord :record="record" :sheet="sheet" />
    <section v-if="record.skipped.length || record.notes.length" class="card">
      <h2>Notes</h2>
      <ul>
        <li v-for="item in record.skipped" :key="stepKey(item.step)">
          Left out: {{ stepWords(item.step, sheet).title }}, because {{ item.reason }} ({{ item.by }})
        </li>
        <li v-for="(item, i) in record.notes" :key="i">{{ item.text }} ({{ item.by }}, {{ time(item.at) }})</li>
      </ul>
    </section>
    <section v-if="record.neighbours.length" class="card">
      <h2>Beside the lines</h2>
      <ul>
        <li v-for="item in record.neighbours" :key="item.neighbour">
          <b>{{ item.name }}</b>: {{ choiceWords(item) }}
        </li>
      </ul>
    </section>
    <section v-if="record.photos.length" class="card">
      <h2>Photos</h2>
      <div class="photos">
        <figure v-for="item in record.photos" :key="item.photo">
          <PhotoThumb :photo="item.photo" :words="item.caption ?? 'Photo of this step'" size="large" />
          <figcaption>
            {{ item.caption ?? 'Photo' }} <span class="soft">{{ item.by }}, {{ time(item.at) }}</span>
          </figcaption>
        </figure>
      </div>
    </section>
    <section class="card">
      <h2>Look at next</h2>
      <ul class="dots">
        <li v-for="item in record.lookNext" :key="item">{{ item }}</li>
      </ul>
      <p v-for="(item, i) in record.cautions" :key="i" class="caution">
        <b>{{ cautionWords[item.kind] }}.</b>{{ item.text }}
      </p>
    </section>
    <p class="soft small">
      Sheet {{ record.sheet.id }}, revision {{ record.sheet.revision }} · {{ record.events.length }} entries on record · times of
      {{ shopZone }}
    </p>
  </article>
</template>

<style scoped>
.ended {
  border: 4px solid var(--ink);
  padding: 10px 16px;
  display: grid;
  gap: 6px;
}
.ended.unfinished {
  border-color: var(--warn);
}
.big {
  font: 800 28px/1.1 var(--face);
}
.ended.unfinished ~ *,
.record > header:has(.unfinished) + .due {
  font-size: 19px;
}
.record {
  max-width: 1040px;
}
.head {
  display: grid;
  gap: 6px;
}
section {
  display: grid;
  gap: 8px;
}
.dots li::before {
  content: '– ';
}
figure {
  break-inside: avoid;
}
.photos {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 12px;
}
</style>
