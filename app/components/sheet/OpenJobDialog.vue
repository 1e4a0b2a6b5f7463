<script setup lang="ts">
import { libraryAnswers } from '#shared/answers/library'
import { computed, ref, watch } from 'vue'
import { navigateTo } from '#imports'
import { v7 } from 'uuid'
import { resolveSheet } from '#core/sheet/resolveSheet'
import { entryVersion } from '#core/job/types'
import type { Family, Sheet } from '#core/sheet/types'
import type { VehicleView } from '#shared/schemas/library'
import type { Entry } from '#shared/schemas/job'
import { stageWords } from '#shared/words/vocabulary'
import { useFloor } from '~/stores/floor'
import { useServerClock } from '~/stores/serverClock'
import { useSession } from '~/stores/session'
import { jobAnswers } from '~/utils/answers'
import { call, nothing, wordsOf } from '~/utils/api'
import { deviceId } from '~/utils/device'
import { jobsOn } from '~/utils/jobsOn'
import { noCar, saidOfCar, type NewCar } from '~/utils/newCar'
import { whenTaken } from '~/utils/ruleBy'

const props = defineProps<{
  sheet: Sheet
  families: Family[]
  vehicle?: VehicleView
  traits: Record<string, string>
  answered: { question: string; answer: string }[]
}>()
const open = defineModel<boolean>({ required: true })

const session = useSession()
const clock = useServerClock()
const floor = useFloor()
const vehicles = ref<VehicleView[]>([])
const chosen = ref<string>()
const adding = ref(false)
// One there is, is the one; of several somebody says which.
const car = ref<NewCar>({ ...noCar, family: props.families.length === 1 ? props.families[0]!.id : undefined })
const family = computed(() => car.value.family)
const complaint = ref('')
const lines = ref<string[]>([])
const trouble = ref('')
const busy = ref(false)
// One opening, one id: pressing twice, or sending again after the network was gone, opens one job.
const jobId = ref(v7())

watch(
  open,
  async now => {
    if (!now) return
    jobId.value = v7()
    trouble.value = ''
    chosen.value = props.vehicle?.id
    try {
      vehicles.value = props.vehicle
        ? [props.vehicle]
        : await call('GET', `/api/sheets/${props.sheet.id}/vehicles`, libraryAnswers.vehicles)
    } catch (error) {
      trouble.value = wordsOf(error)
    }
  },
  { immediate: true },
)
/** It is being worked on already by this sheet: two records of one job tell half each. */
const already = computed(() => (adding.value ? [] : jobsOn(floor.open, chosen.value, props.sheet.id)))
const picked = computed(() => vehicles.value.find(candidate => candidate.id === chosen.value))
const resolved = computed(() => {
  const car = picked.value ?? (adding.value && family.value ? { family: family.value, traits: props.traits } : undefined)
  const resolution = car && resolveSheet(props.sheet, { ...car, traits: { ...props.traits, ...car.traits } })
  return resolution?.applies === 'yes' ? resolution.resolved : undefined
})
watch(resolved, value => (lines.value = value?.open.length === 0 ? value.lines.map(line => line.id) : []), { immediate: true })

async function create() {
  busy.value = true
  trouble.value = ''
  try {
    let target = chosen.value
    if (adding.value) {
      const added = await call('POST', '/api/vehicles', libraryAnswers.vehicle, saidOfCar(car.value))
      vehicles.value.push(added)
      target = chosen.value = added.id
      adding.value = false
    }
    // What was answered on the sheet before a car was chosen goes with the car.
    for (const look of props.answered) await call('POST', `/api/vehicles/${target}/traits`, nothing, { sheet: props.sheet.id, ...look })
    // By the server's clock, as every act: a wait that runs from the start of the job runs from now.
    const at = new Date(clock.serverNow()).toISOString()
    const job = await call('POST', '/api/jobs', jobAnswers.jobRow, {
      id: jobId.value,
      at,
      device: deviceId(),
      sheet: props.sheet.id,
      vehicle: target,
      complaint: complaint.value || undefined,
    })
    if (lines.value.length > 0)
      await call('POST', `/api/jobs/${job.id}/events`, nothing, {
        events: [
          {
            v: entryVersion,
            id: v7(),
            at,
            device: deviceId(),
            seen: job.seq,
            by: session.person!.id,
            command: { type: 'planned', inputs: { lines: lines.value, start: 'ground', lift: session.ownLift } },
          } satisfies Entry,
        ],
      })
    open.value = false
    await navigateTo(`/jobs/${job.id}`)
  } catch (error) {
    trouble.value = wordsOf(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <v-dialog v-model="open" aria-label="Open a job">
    <v-form class="dialog theme-desk" @submit.prevent="whenTaken(create)($event)">
      <h2>Open a job: {{ sheet.title }}</h2>
      <div v-if="!adding" class="stack">
        <v-select
          v-model="chosen"
          :items="vehicles.map(item => ({ value: item.id, title: `${item.plate} · ${item.label} · ${item.customer}` }))"
          label="Customer’s vehicle"
        />
        <v-btn-quiet
          size="small"
          @click="
            () => {
              adding = true
              chosen = undefined
            }
          "
        >
          A car that is not here yet
        </v-btn-quiet>
      </div>
      <div v-else class="stack">
        <NewCarFields v-model="car" :families="families" />
        <OtherVehicle told="This sheet is not for it: a job needs one that is." />
        <v-btn-quiet size="small" @click="adding = false">Choose a known car</v-btn-quiet>
      </div>
      <fieldset v-if="resolved && resolved.open.length === 0" class="lines">
        <legend>Lines to replace</legend>
        <v-checkbox v-for="line in resolved.lines" :key="line.id" v-model="lines" :value="line.id"
          ><template #label
            >{{ line.name }}<span v-if="line.mark" class="tag">{{ line.mark }}</span></template
          ></v-checkbox
        >
      </fieldset>
      <p v-else-if="resolved" class="caution">
        Its layout is not known yet. Open the job; it asks for one look at the car, then for the lines.
      </p>
      <p v-for="job in already" :key="job.id" class="caution">
        <NuxtLink :to="`/jobs/${job.id}`">Job {{ job.number }}</NuxtLink> is open on this car and sheet,
        {{ stageWords[job.summary.stage] }}. Go on there; open a second one only for other work.
      </p>
      <v-textarea v-model="complaint" label="What the customer reports (optional)" />
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <div class="row">
        <v-btn-main type="submit" :disabled="busy || (adding ? !family : !chosen)">
          {{
            busy
              ? 'Opening …'
              : already.length
                ? 'Open a second job'
                : (adding ? family : chosen)
                  ? 'Open the job'
                  : 'Choose the vehicle first'
          }}</v-btn-main><v-btn-second @click="open = false"> Not now </v-btn-second>
      </div>
    </v-form>
  </v-dialog>
</template>

<style scoped>
.lines {
  border: 2px solid var(--line);
  padding: 4px 14px;
  display: grid;
}
legend {
  font-weight: 700;
  padding: 0 6px;
}
.lines .tag {
  margin-left: 10px;
}
.row > * {
  flex: 1;
}
</style>
