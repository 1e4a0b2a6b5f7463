<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed, provide, ref } from 'vue'
import { navigateTo, useHead } from '#imports'
import { replaceAt } from '#core/sheet/mendSheet'
import { standpoints, type Standpoint } from '#core/sheet/types'
import { formatNumber } from '#core/units/formatQuantity'
import type { NoteView } from '#shared/schemas/library'
import { standpointTitle } from '#shared/words/standWords'
import { list, plural, standpointWords } from '#shared/words/vocabulary'
import { useActs } from '~/composables/useActs'
import { useLineCursor } from '~/composables/useLineCursor'
import { useSheetView } from '~/composables/useSheetView'
import { useSession } from '~/stores/session'
import { call, nothing } from '~/utils/api'
import { settleKey } from '~/utils/settle'

const session = useSession()
const { isLead } = storeToRefs(session)
const sheetView = useSheetView()
const { view, sheet, vehicle, trouble, refresh, act, answered, cannotSee, learned, resolution, resolved, identification, answer } =
  sheetView
const { plan, fluid, known, wanted } = sheetView
const ways = computed(() => plan.value?.ways)
const { line, joint, select, cursor, caption, step } = useLineCursor(resolved, ways, wanted)
const notes = ref<NoteView[]>([])
const standpoint = ref<Standpoint>('under-lift')
const opening = ref(false)
useHead({ title: () => `${sheet.value?.title ?? 'Line sheet'} · Efferent` })

provide(settleKey, {
  allowed: isLead,
  run: async (path, index, why) => {
    if (!sheet.value || !session.person) return
    const settled = replaceAt({ ...sheet.value, revision: sheet.value.revision + 1 }, [...path, 'settled'], () => ({
      index,
      by: session.person!.name,
      why,
    }))
    await act(async () => {
      await call('POST', `/api/sheets/${sheet.value!.id}/revisions`, nothing, { sheet: settled })
      await refresh()
    })
  },
})
const print = () => navigateTo(`/sheets/${sheet.value?.id}/card${vehicle.value ? `?vehicle=${vehicle.value.id}` : ''}`)
useActs('This line sheet', [
  { text: 'Open a job', keys: 'j', run: () => (opening.value = true) },
  { text: 'Print a bay card', keys: 'p', run: print },
  { text: 'Next joint along the line', keys: 'ArrowRight', run: () => step(1) },
  { text: 'The joint before', keys: 'ArrowLeft', run: () => step(-1) },
  { text: 'Write on this sheet', keys: 'e', run: () => void navigateTo(`/sheets/${sheet.value?.id}/edit`) },
  ...standpoints.map((point, i) => ({
    // Said in this vehicle's words once the sheet is here.
    get text() {
      const at = sheet.value ? standpointTitle(sheet.value, point) : standpointWords[point]
      return `Picture: ${at.toLowerCase()}`
    },
    keys: String(i + 1),
    run: () => void (standpoint.value = point),
  })),
])
</script>

<template>
  <div v-if="trouble && !view" class="trouble" role="alert">{{ trouble }} <NuxtLink to="/lookup">Back to look up</NuxtLink></div>
  <div v-else-if="!sheet || !view" class="busy" role="status" aria-label="Loading the line sheet" />
  <div v-else class="stack">
    <div class="top">
      <SheetTitle :sheet="sheet" :families="view.families" :vehicle="vehicle" :known="known" />
      <div class="row no-print">
        <v-btn-main :disabled="!resolved" @click="opening = true">Open a job <kbd>j</kbd></v-btn-main
        ><v-btn-second @click="print">Bay card <kbd>p</kbd></v-btn-second
        ><v-btn-second :to="`/sheets/${sheet.id}/edit`">Edit <kbd>e</kbd></v-btn-second>
      </div>
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-if="resolution?.applies === 'no'" class="trouble">
      This sheet is not for this car: it is for another {{ resolution.why === 'trait' ? 'layout' : resolution.why }}.
      <NuxtLink to="/lookup">Look up the right one</NuxtLink>
    </div>
    <template v-if="resolved && identification">
      <VerdictBanner v-if="resolved.verdict" :verdict="resolved.verdict" :sheet="sheet" />
      <IdentifyBar
        :identification="identification"
        :sheets="[sheet]"
        :unseen="cannotSee.length"
        @answer="answer"
        @cannot-see="look => (cannotSee = [...cannotSee, look])"
        @again="cannotSee = []"
      />
      <p v-if="resolved.open.length" class="soft">
        {{ resolved.lines.length ? `Surely on this car: ${list(resolved.lines.map(item => item.name))}. ` : '' }}Depends on the answer:
        {{ list(resolved.open.map(item => item.name)) }}.
      </p>

      <div v-if="line" class="answers stack">
        <StripStack
          :resolved="resolved"
          :line="line"
          :selected="joint"
          :ways="ways"
          :cursor="cursor"
          @line="id => (line = id)"
          @select="select"
        />
        <InTurn>
          <div class="columns where">
            <div class="card pic">
              <RouteView
                v-model:standpoint="standpoint"
                :resolved="resolved"
                :line="line"
                :selected="joint"
                :cursor="cursor"
                :caption="caption"
                @select="select"
                @step="step"
              />
            </div>
            <div class="stack">
              <HoldsTable :resolved="resolved" />
              <CautionList :cautions="sheet.cautions.filter(item => item.phase === 'before' || item.phase === 'engine')" />
            </div>
          </div>
        </InTurn>
        <InTurn><FittingsTable class="fittings" :resolved="resolved" :selected="joint" @select="select" /></InTurn>
        <InTurn><FluidCard :sheet="sheet" :estimate="fluid" /></InTurn>
        <InTurn>
          <ComesOff :resolved="resolved" :needed="plan?.operations" />
          <div v-if="plan" class="card">
            All lines: <b>{{ formatNumber(plan.minutes.total, 0) }} min</b> hands on, {{ plural(plan.moves, 'move') }} of the car. A job
            plans it for the lines you choose.
          </div>
        </InTurn>
        <InTurn>
          <div class="columns">
            <LazyNotesPanel v-model="notes" :sheet="sheet" :selected="joint" />
            <PartsTable :resolved="resolved" />
          </div>
        </InTurn>
      </div>
      <InTurn>
        <LazyOpenJobDialog
          v-model="opening"
          :sheet="sheet"
          :families="view.families"
          :vehicle="vehicle"
          :traits="learned"
          :answered="answered"
        />
      </InTurn>
    </template>
  </div>
</template>

<style scoped>
.top {
  display: flex;
  gap: 16px;
  justify-content: space-between;
  align-items: flex-start;
  flex-wrap: wrap;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 14px;
  align-items: start;
}
.pic {
  padding: 0;
}
@media (max-width: 1100px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
/* With a phone in the hand the wrench and the torque come first after the lines. */
@media (max-width: 700px) {
  .answers {
    display: flex;
    flex-direction: column;
    gap: 14px;
  }
  .answers > * {
    order: 2;
  }
  .answers > .where {
    order: 1;
  }
  .answers > :is(:first-child, .fittings) {
    order: 0;
  }
}
</style>
