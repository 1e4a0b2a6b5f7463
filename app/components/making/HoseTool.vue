<script setup lang="ts">
import { computed, ref } from 'vue'
import { adviseHose, hoseMaterials, type HoseAsked, type HoseMaterial } from '#core/making/hose'
import { formatNumber } from '#core/units/formatQuantity'
import { hoseAskedSchema } from '#shared/schemas/making'
import { clampWords, hoseIssueWords, hoseWords } from '#shared/words/makingWords'

/** A hose between two spigots: how long to cut it, how far it goes on, which clamp, and what it does not like. */
const asked = ref<{ [K in keyof Omit<HoseAsked, 'spigots'>]?: HoseAsked[K] }>({})
const spigots = ref<{ bead?: number; length?: number }[]>([{}, {}])
const materials = hoseMaterials.map(value => ({ value, title: hoseWords[value] }))
const set = (change: typeof asked.value) => (asked.value = { ...asked.value, ...change })
const setSpigot = (end: number, change: (typeof spigots.value)[number]) =>
  (spigots.value = spigots.value.map((one, i) => (i === end ? { ...one, ...change } : one)))
const advice = computed(() => {
  const whole = hoseAskedSchema.safeParse({ ...asked.value, spigots: spigots.value })
  return whole.success ? adviseHose(whole.data) : undefined
})
const fields = [
  { key: 'inside', label: 'Inside', least: 1, most: 150 },
  { key: 'wall', label: 'Wall', least: 0.5, most: 30 },
  { key: 'between', label: 'Between them', least: 1, most: 10_000 },
  { key: 'clampWidth', label: 'Clamp width', least: 1, most: 60 },
  { key: 'movement', label: 'Ends move by', least: 0, most: 500 },
  { key: 'bendRadius', label: 'Tightest bend', least: 1, most: 5000 },
] as const
const mm = (value: number) => `${formatNumber(value, 0)} mm`
</script>

<template>
  <div class="halves">
    <section class="card stack" aria-label="The hose">
      <v-select
        :model-value="asked.material"
        :items="materials"
        label="Made of"
        @update:model-value="set({ material: ($event as HoseMaterial | null) ?? undefined })"
      />
      <div class="fields">
        <NumberField
          v-for="one in fields"
          :key="one.key"
          :model-value="asked[one.key]"
          :label="one.label"
          unit="mm"
          :least="one.least"
          :most="one.most"
          @update:model-value="set({ [one.key]: $event })"
        />
        <PressureField :model-value="asked.pressure" label="Pressure in it" @update:model-value="set({ pressure: $event })" />
      </div>
      <p class="soft">The two spigots, and the way between them.</p>
      <div v-for="(spigot, end) in spigots" :key="end" class="fields spigot">
        <NumberField
          :model-value="spigot.bead"
          :label="`${end === 0 ? 'First' : 'Second'}: past its bead`"
          unit="mm"
          :least="0"
          :most="200"
          @update:model-value="setSpigot(end, { bead: $event })"
        />
        <NumberField
          :model-value="spigot.length"
          :label="`${end === 0 ? 'First' : 'Second'}: whole length`"
          unit="mm"
          :least="1"
          :most="500"
          @update:model-value="setSpigot(end, { length: $event })"
        />
      </div>
    </section>
    <section class="stack" aria-live="polite" aria-label="How to cut and clamp it">
      <p class="caution">
        Never make a brake hose, a fuel hose under pressure or a steering pressure hose yourself: they come crimped and tested. Let a
        cooling system cool down and lose its pressure before a hose comes off.
      </p>
      <p v-if="!advice" class="empty">
        <b>Measure the hose first.</b>What it is made of, inside and wall, the way between the spigots, both spigots and the clamp. Its
        pressure settles the clamp; movement and bend where there are any.
      </p>
      <template v-else>
        <div v-if="advice.issues.length" class="caution" role="alert">
          <ul>
            <li v-for="(issue, i) in advice.issues" :key="i">{{ hoseIssueWords(issue) }}</li>
          </ul>
        </div>
        <div class="card stack">
          <p class="cut">
            Cut <b>{{ mm(advice.cut) }}</b><span class="sub"
              >{{ mm(advice.over[0]) }} and {{ mm(advice.over[1]) }} over the spigots<template v-if="advice.slack > 0.5"
                >, {{ mm(advice.slack) }} to spare</template
              ></span
            >
          </p>
          <p>
            Push it on to the stop on both sides. Clamp behind the bead, 2 to 3 mm from the hose’s end. Keep the printed line along it
            straight: twisted, it works loose.
          </p>
          <p v-if="advice.clamps.length">
            Clamp: <b>{{ clampWords[advice.clamps[0]!] }}</b><template v-if="advice.clamps.length > 1"
              >; also
              {{
                advice.clamps
                  .slice(1)
                  .map(one => clampWords[one])
                  .join(', ')
              }}</template
            >.
          </p>
          <p v-if="advice.never.length" class="caution"><b>Never:</b> {{ advice.never.map(one => clampWords[one]).join(', ') }}.</p>
        </div>
      </template>
    </section>
  </div>
  <MouldedHose />
</template>

<style scoped>
.spigot {
  grid-template-columns: repeat(auto-fit, minmax(210px, 1fr));
}
.cut {
  font-size: 20px;
}
.cut .sub {
  display: block;
  font-size: 15px;
}
</style>
