<script setup lang="ts">
import { libraryAnswers } from '#shared/answers/library'
import { useServerData } from '~/composables/useServerData'
import { computed, ref } from 'vue'
import { definePageMeta, useHead, useRoute } from '#imports'
import { unrollLine } from '#core/route/unrollLine'
import { linesOf } from '#core/sheet/jointLines'
import { resolveSheet } from '#core/sheet/resolveSheet'
import type { Car } from '#core/sheet/types'
import { systemSays } from '#shared/words/systemSays'
import { useActs } from '~/composables/useActs'
import { useUnits } from '~/stores/units'
import { useConnection } from '~/stores/connection'
import { sheetAnswers } from '~/utils/answers'
import { carFromQuery } from '~/utils/carQuery'

definePageMeta({ layout: 'bare' })
const route = useRoute()
const units = useUnits()
const connection = useConnection()
const size = ref<'A4' | 'A5'>(route.query.size === 'A5' ? 'A5' : 'A4')

const { data, trouble } = useServerData(
  () => `card ${route.fullPath}`,
  async () => {
    const id = String(route.params.id)
    const vehicleId = typeof route.query.vehicle === 'string' ? route.query.vehicle : undefined
    const [view, revisions, found] = await Promise.all([
      connection.look(`/api/sheets/${id}`, sheetAnswers.sheet),
      connection.look(`/api/sheets/${id}/revisions`, libraryAnswers.revisions),
      vehicleId ? connection.look(`/api/vehicles/${vehicleId}`, libraryAnswers.vehicleFound) : undefined,
    ])
    return { view, revisions, vehicle: found?.vehicle }
  },
)
const view = computed(() => data.value?.view)
const vehicle = computed(() => data.value?.vehicle)
const published = computed(
  () => data.value?.revisions.find(row => row.revision === view.value?.sheet.revision)?.publishedAt.slice(0, 10) ?? '',
)
useHead({
  title: () => `Bay card ${view.value?.sheet.title ?? ''} · Efferent`,
  style: [{ key: 'page-size', innerHTML: () => `@page { size: ${size.value}; margin: 8mm; }` }],
})
const sheet = computed(() => view.value?.sheet)
const car = computed<Car>(() => vehicle.value ?? carFromQuery(route.query, view.value?.families[0]?.id ?? ''))
/** A layout nobody has looked at yet prints with every line it may have. */
const resolved = computed(() => {
  if (!sheet.value) return undefined
  const resolution = resolveSheet(sheet.value, car.value)
  if (resolution.applies === 'no') return undefined
  const { resolved: of } = resolution
  if (of.open.length === 0) return of
  const lines = [...of.lines, ...of.open]
  const has = new Set(lines.map(line => line.id))
  return {
    ...of,
    lines,
    joints: of.sheet.joints.filter(joint => linesOf(joint).some(id => has.has(id))),
    holds: of.sheet.holds.filter(hold => has.has(hold.line)),
  }
})
const strips = computed(
  () =>
    resolved.value?.lines
      .filter(line => line.sections.length > 0)
      .map(line => ({ line, unrolled: unrollLine(resolved.value!, line), maybe: resolved.value!.open.includes(line) })) ?? [],
)
const longest = computed(() => Math.max(1, ...strips.value.map(({ unrolled }) => unrolled.length)))
const address = computed(() => `${location.origin}/sheets/${sheet.value?.id}${vehicle.value ? `?vehicle=${vehicle.value.id}` : ''}`)
const isLoopback = /^(localhost|127\.)/.test(location.hostname)
const print = () => window.print()
useActs('This card', [{ text: 'Print', keys: 'p', run: print }])
</script>

<template>
  <div v-if="!sheet || !view || !resolved" class="stack wait">
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-else-if="view && !resolved" class="trouble">
      This sheet is not for this car. <NuxtLink to="/lookup">Look up the right one</NuxtLink>
    </p>
    <div v-else class="busy" role="status" aria-label="Loading the bay card" />
  </div>
  <div v-else class="desk-of-cards theme-desk">
    <div class="row no-print">
      <div class="tabs" role="group" aria-label="Paper">
        <v-btn-choice v-for="paper in ['A4', 'A5'] as const" :key="paper" :aria-pressed="size === paper" @click="size = paper">
          {{ paper }}
        </v-btn-choice>
      </div>
      <v-btn-main @click="print">Print <kbd>p</kbd></v-btn-main
      ><v-btn-second :to="`/sheets/${sheet.id}${vehicle ? `?vehicle=${vehicle.id}` : ''}`">Back to the sheet</v-btn-second
      ><span v-if="isLoopback" class="soft"
        >The code holds this machine’s own address: open Efferent by the server’s name before printing for phones.</span
      >
    </div>
    <article class="bay-card" :class="size">
      <header>
        <div>
          <h1>{{ sheet.title }}</h1>
          <p>
            {{ vehicle ? `${vehicle.plate} · ${vehicle.label}` : view.families.map(family => `${family.make} ${family.model}`).join(', ') }}
            · {{ systemSays[sheet.system].name }}
          </p>
          <p class="soft">Revision {{ sheet.revision }}, {{ published }} · the maker’s information outranks this card</p>
        </div>
        <QrCode :text="address" label="Code that opens this sheet" class="qr" />
      </header>
      <section v-for="{ line, unrolled, maybe } in strips" :key="line.id" class="strip-row">
        <b>{{ line.name }}</b> <span v-if="line.mark" class="tag">{{ line.mark }}</span>{{ ' '
        }}<span class="soft">{{ units.length(unrolled.length as never) }}<template v-if="maybe"> · only on some cars</template></span
        ><LineStrip :line="unrolled" :name="line.name" :scale-to="longest" :compact="size === 'A5' || strips.length > 2" />
      </section>
      <CardFittings :resolved="resolved" />
      <CardBelow :sheet="sheet" />
    </article>
  </div>
</template>

<style scoped>
.wait {
  padding: 20px;
}
.desk-of-cards {
  margin: -34px calc(50% - 50vw);
  padding: 18px;
  background: var(--well);
  min-height: 100vh;
  display: grid;
  gap: 14px;
  grid-template-columns: minmax(0, 1fr);
  justify-items: center;
  align-content: start;
}
.bay-card {
  grid-template-columns: minmax(0, 1fr);
  background: #fff;
  color: #14191c;
  padding: 6mm;
  display: grid;
  gap: 3mm;
  font: 10.5pt/1.32 var(--face);
  --card: #fff;
  --ink: #14191c;
  --soft: #4a5358;
}
.A4 {
  width: 194mm;
}
.A5 {
  width: 132mm;
  font-size: 8.2pt;
  padding: 3mm;
  gap: 2mm;
}
header {
  display: flex;
  justify-content: space-between;
  gap: 6mm;
  border-bottom: 1.2mm solid #14191c;
  padding-bottom: 2mm;
}
h1 {
  font-size: 1.9em;
}
.bay-card .tag {
  font-size: inherit;
}
.qr {
  width: 26mm;
  height: 26mm;
  flex: none;
}
.A5 .qr {
  width: 21mm;
  height: 21mm;
}
.strip-row {
  break-inside: avoid;
}
/* The whole sheet of paper, as small as a phone is. */
@media screen and (max-width: 768px) {
  .bay-card {
    zoom: 0.44;
  }
}
@media print {
  .desk-of-cards {
    margin: 0;
    padding: 0;
    background: none;
    display: block;
  }
  .bay-card {
    padding: 0;
    width: auto;
  }
}
</style>
