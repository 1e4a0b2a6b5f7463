<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { useServerData } from '~/composables/useServerData'
import { computed, ref, shallowRef, watch } from 'vue'
import { useHead, useRoute } from '#imports'
import type { SheetSortKey } from '#core/search/pageSheets'
import { systems } from '#core/sheet/types'
import { limits } from '#shared/limits'
import { systemSays } from '#shared/words/systemSays'
import { useSession } from '~/stores/session'
import { lookSheets, pathOfSheets } from '~/utils/lookSheets'

useHead({ title: 'Library · Efferent' })
const session = useSession()
const route = useRoute()
const system = ref(systems.find(one => one === route.query.system))
const filter = ref('')
/** By which column, and which way; a second press turns it round. */
const sorted = ref<{ by: SheetSortKey; down: boolean }>({ by: 'title', down: false })
function sortBy(by: SheetSortKey) {
  sorted.value = { by, down: sorted.value.by === by && !sorted.value.down }
}
const { isLead: mayWrite } = storeToRefs(session)

/** As many as have been asked for: the next page is put under the last. */
const most = ref<number>(limits.sheetsShown)
const ask = computed(() => ({
  words: (filter.value ?? '').trim(),
  ...(system.value && { systems: [system.value] }),
  ...sorted.value,
  most: most.value,
}))
const { data, trouble, busy, refresh } = useServerData(
  () => `library ${pathOfSheets(ask.value)}`,
  () => lookSheets(ask.value),
)
/** What was shown stays until the next is here: the page does not blink at every letter. */
const library = shallowRef(data.value)
watch(data, now => now && (library.value = now))
watch([system, filter, sorted], () => (most.value = limits.sheetsShown))
const more = computed(() => Math.min(limits.sheetsPerPage, library.value?.found ?? 0) - (library.value?.sheets.length ?? 0))
const beyond = computed(() => (library.value?.found ?? 0) - limits.sheetsPerPage)
</script>

<template>
  <div class="stack">
    <div class="spread wrap">
      <h1>Library</h1>
      <div class="row">
        <v-btn-main to="/sheets/new">New line sheet</v-btn-main>
        <v-menu
          ><template #activator="{ props: menu }"><v-btn-second v-bind="menu">Export</v-btn-second></template>
          <div class="card stack exports">
            <v-btn-second size="small" href="/api/packs/export" download>All sheets, as a pack</v-btn-second
            ><v-btn-second size="small" href="/api/packs/fittings.csv" download>Fittings and torques, CSV</v-btn-second
            ><v-btn-second size="small" href="/api/packs/fluids.csv" download>Fluids, CSV</v-btn-second
            ><v-btn-quiet size="small" href="/api/schemas/pack" target="_blank">JSON Schema of the pack</v-btn-quiet>
          </div></v-menu
        >
      </div>
    </div>
    <div><OtherVehicle /></div>
    <LazyPackImport v-if="mayWrite" @taken="refresh" />
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-if="!library && !trouble" class="busy" role="status" aria-label="Loading the library" />
    <HereOnly v-if="library?.isHereOnly" />
    <div v-if="library?.all === 0 && library.isHereOnly" class="empty">
      <b>This device has no line sheet.</b>The library is shown when the server answers. What was opened here once is here without it.
    </div>
    <div v-else-if="library?.all === 0" class="empty">
      <b>No line sheets yet.</b>A lead or an admin imports a pack (*.efferent.json); anybody begins the first one, and a lead publishes it.
    </div>
    <template v-else-if="library">
      <div class="tabs" role="group" aria-label="System">
        <v-btn-choice :aria-pressed="!system" @click="system = undefined">All {{ library.all }}</v-btn-choice
        ><v-btn-choice v-for="one in library.systems" :key="one.system" :aria-pressed="system === one.system" @click="system = one.system"
          >{{ systemSays[one.system].name }} {{ one.count }}</v-btn-choice
        >
      </div>
      <v-text-field v-model="filter" class="filter" density="compact" clearable :loading="busy" label="Only those with these words" />
      <p v-if="library.found === 0" class="empty">
        <b>{{ library.isHereOnly ? 'No sheet on this device' : 'No sheet' }} has all of “{{ filter }}”.</b>Take a word away, or choose
        another system.
      </p>
      <template v-else>
        <InTurn><SheetTable :sheets="library.sheets" :sorted="sorted" @sort="sortBy" /></InTurn>
        <div v-if="more > 0" class="row">
          <v-btn-second :loading="busy" @click="most = Math.min(limits.sheetsPerPage, most + limits.sheetsShown)">
            Show {{ Math.min(more, limits.sheetsShown) }} more</v-btn-second
          ><span class="soft">{{ library.sheets.length }} of {{ library.found }} shown</span>
        </div>
        <p v-else-if="beyond > 0" class="soft">{{ beyond }} more fit. Type a word that only yours has.</p>
      </template>
    </template>
  </div>
</template>

<style scoped>
.wrap {
  flex-wrap: wrap;
}
.filter {
  max-width: 420px;
}
.exports {
  border: 2px solid var(--ink);
  color: var(--ink);
}
</style>
