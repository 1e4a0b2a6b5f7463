<script setup lang="ts">
import { computed } from 'vue'
import { useHead } from '#imports'
import { layoutWords } from '#shared/words/layoutWords'
import { stageWords } from '#shared/words/vocabulary'
import { systemSays } from '#shared/words/systemSays'
import { useCar } from '~/composables/useCar'
import { useFloor } from '~/stores/floor'
import { jobsOn } from '~/utils/jobsOn'

useHead({ title: 'This car · Efferent' })
const { vehicle, family, year, engine, system, cannotSee, families, isLoading, makes, engines, sheets, possible, present, ...found } =
  useCar()
const floor = useFloor()
const going = computed(() => jobsOn(floor.open, vehicle.value?.id))
const { asked, identification, tooMany, only, known, trouble, pathTo, answer } = found
</script>

<template>
  <div class="stack">
    <h1>{{ vehicle ? `${vehicle.plate}, ${vehicle.label}` : 'Which car, which lines?' }}</h1>
    <p v-if="vehicle" class="soft">
      {{ vehicle.customer }}<template v-if="vehicle.vin"> · {{ vehicle.vin }}</template>
    </p>
    <section v-if="going.length" aria-labelledby="going">
      <h2 id="going">Open on this car</h2>
      <ul class="link-cards">
        <li v-for="job in going" :key="job.id">
          <NuxtLink :to="`/jobs/${job.id}`" class="card"
            ><b>Job {{ job.number }}</b> {{ stageWords[job.summary.stage] }}<span class="sub">{{ job.sheetTitle }}</span></NuxtLink
          >
        </li>
      </ul>
    </section>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-if="!vehicle" class="facts card">
      <v-select
        v-model="family"
        :items="families.map(item => ({ value: item.id, title: `${item.make} ${item.model} ${item.body}` }))"
        label="Make and model"
      /><v-text-field v-model="year" label="Year, if known" inputmode="numeric" /><v-select
        v-model="engine"
        :items="engines.map(item => ({ value: item.id, title: item.name }))"
        label="Engine, if known"
        clearable
        :disabled="engines.length === 0"
      />
    </div>
    <template v-if="!family">
      <p class="soft">Choose the car. Year and engine narrow it; what they leave open, a look at the car settles.</p>
      <section v-for="{ make, models } in makes" :key="make" class="make">
        <h2>{{ make }}</h2>
        <div class="row models">
          <v-btn-second v-for="item in models" :key="item.id" @click="family = item.id">
            {{ item.model }} <span class="soft">{{ item.body }}, {{ item.years[0] }}–{{ item.years[1] }}</span>
          </v-btn-second>
        </div>
      </section>
      <div v-if="isLoading && !trouble" class="busy" role="status" aria-label="Loading the cars" />
      <div v-else-if="families.length === 0" class="empty">
        <b>No cars are known yet.</b>They come with the line sheets: a lead imports a pack, or you
        <NuxtLink to="/sheets/new">begin the first sheet</NuxtLink>.
      </div>
    </template>
    <div v-else-if="!sheets" class="busy" role="status" aria-label="Loading the line sheets" />
    <div v-else-if="present.length === 0" class="empty">
      <b>No line sheet here is for this car.</b><NuxtLink :to="`/sheets/new?family=${family}`">Begin its first sheet</NuxtLink>, or a lead
      imports a pack.
    </div>
    <template v-else>
      <div class="tabs" role="group" aria-label="System">
        <v-btn-choice
          v-for="one in present"
          :key="one"
          :aria-pressed="system === one"
          @click="
            () => {
              system = one
              cannotSee = []
            }
          "
        >
          {{ systemSays[one].name }}
        </v-btn-choice>
      </div>
      <p v-if="known.length" class="soft">
        Known: <b>{{ known.join(' · ') }}</b>
      </p>
      <IdentifyBar
        v-if="identification"
        :identification="identification"
        :sheets="asked"
        :unseen="cannotSee.length"
        @answer="answer"
        @cannot-see="look => (cannotSee = [...cannotSee, look])"
        @again="cannotSee = []"
      />
      <p v-if="tooMany" class="caution" role="status">{{ tooMany }}</p>
      <div v-if="only" class="good">Settled: {{ layoutWords(only, asked) }}.</div>
      <ul class="stack">
        <li v-for="sheet in possible.filter(item => item.system === system)" :key="sheet.id" class="card hit">
          <div>
            <b>{{ sheet.title }}</b><span class="soft">{{ sheet.summary }}</span>
          </div>
          <v-btn-second size="small" :class="{ main: only }" :to="pathTo(sheet)">Open the sheet</v-btn-second>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: 2fr 1fr 1.4fr;
  gap: 12px;
}
.make {
  display: grid;
  grid-template-columns: 120px 1fr;
  gap: 10px;
  align-items: start;
  border-top: 2px solid var(--rule);
  padding-top: 10px;
}
.make h2 {
  line-height: 48px;
}
.models {
  flex-wrap: wrap;
  gap: 8px;
}
.models .v-btn {
  gap: 8px;
}
.models .soft {
  font-weight: 400;
}
.hit {
  display: flex;
  justify-content: space-between;
  gap: 14px;
  align-items: center;
  flex-wrap: wrap;
}
.hit div {
  display: grid;
  flex: 1 1 280px;
}
@media (max-width: 700px) {
  .facts,
  .make {
    grid-template-columns: 1fr;
  }
  .make h2 {
    line-height: 1.4;
  }
}
</style>
