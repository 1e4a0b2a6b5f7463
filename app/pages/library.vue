<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { useServerData } from '~/composables/useServerData'
import { computed, ref } from 'vue'
import { useHead, useRoute } from '#imports'
import { systems, type System } from '#core/sheet/types'
import { systemSays } from '#shared/words/systemSays'
import { useConnection } from '~/stores/connection'
import { useSession } from '~/stores/session'
import { allSheets } from '~/utils/allSheets'
import { arrangeSheets, type SortKey } from '~/utils/arrangeSheets'

useHead({ title: 'Library · Efferent' })
const session = useSession()
const connection = useConnection()
const { data: sheets, refresh } = useServerData(
  () => 'sheets',
  () => allSheets(connection.look),
)
const route = useRoute()
const system = ref(systems.find(one => one === route.query.system))
const filter = ref('')
/** By which column, and which way; a second press turns it round. */
const sorted = ref<{ by: SortKey; down: boolean }>({ by: 'title', down: false })
function sortBy(by: SortKey) {
  sorted.value = { by, down: sorted.value.by === by && !sorted.value.down }
}
const { isLead: mayWrite } = storeToRefs(session)

const present = computed(() => [...new Set(sheets.value?.map(sheet => sheet.system as System) ?? [])])
const shown = computed(() => arrangeSheets(sheets.value ?? [], { system: system.value, filter: filter.value, ...sorted.value }))
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
    <div v-if="!sheets" class="busy" role="status" aria-label="Loading the library" />
    <div v-else-if="sheets.length === 0" class="empty">
      <b>No line sheets yet.</b>A lead or an admin imports a pack (*.efferent.json); anybody begins the first one, and a lead publishes it.
    </div>
    <template v-else>
      <div class="tabs" role="group" aria-label="System">
        <v-btn-choice :aria-pressed="!system" @click="system = undefined">All {{ sheets.length }}</v-btn-choice
        ><v-btn-choice v-for="one in present" :key="one" :aria-pressed="system === one" @click="system = one">{{
          systemSays[one].name
        }}</v-btn-choice>
      </div>
      <v-text-field v-model="filter" class="filter" density="compact" clearable label="Only those with these words" />
      <p v-if="shown.length === 0" class="empty">
        <b>No sheet has all of “{{ filter }}”.</b>Take a word away, or choose another system.
      </p>
      <InTurn v-else><SheetTable :sheets="shown" :sorted="sorted" @sort="sortBy" /></InTurn>
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
