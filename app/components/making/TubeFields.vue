<script setup lang="ts">
import type { LineInMaking } from '#core/making/workOut'
import { endForms, type EndForm } from '#core/making/cutLength'
import { joins } from '#core/making/joins'
import { tubeMaterials } from '#core/making/tubeStrength'
import { endFormWords, joinWords, materialWords } from '#shared/words/makeActWords'

/** What the line is made of, and what its two ends become. */
const line = defineModel<LineInMaking>({ required: true })
const materials = tubeMaterials.map(value => ({ value, title: materialWords[value] }))
const whole = joins.map(value => ({ value, title: joinWords[value] }))
const forms = endForms.map(value => ({ value, title: endFormWords[value] }))
const set = (change: Partial<LineInMaking>) => (line.value = { ...line.value, ...change })
const setTube = (change: Partial<LineInMaking['tube']>) => set({ tube: { ...line.value.tube, ...change } })
const setEnd = (end: 'from' | 'to', change: Partial<LineInMaking['ends']['from']>) =>
  set({ ends: { ...line.value.ends, [end]: { ...line.value.ends[end], ...change } } })
</script>

<template>
  <section class="card stack" aria-labelledby="tube">
    <h3 id="tube">Tube and ends</h3>
    <div class="fields">
      <NumberField
        :model-value="line.tube.outside"
        label="Outside"
        unit="mm"
        :least="1"
        :most="60"
        @update:model-value="setTube({ outside: $event })"
      />
      <NumberField
        :model-value="line.tube.wall"
        label="Wall"
        unit="mm"
        :least="0.1"
        :most="10"
        @update:model-value="setTube({ wall: $event })"
      />
      <v-select
        :model-value="line.tube.material"
        :items="materials"
        label="Made of"
        @update:model-value="setTube({ material: $event ?? undefined })"
      />
      <v-select :model-value="line.join" :items="whole" label="Put together" @update:model-value="set({ join: $event ?? undefined })" />
      <slot />
    </div>
    <div v-for="end in ['from', 'to'] as const" :key="end" class="fields">
      <v-select
        :model-value="line.ends[end].form"
        :items="forms"
        :label="end === 'from' ? 'First end' : 'Second end'"
        @update:model-value="setEnd(end, { form: ($event as EndForm | null) ?? undefined })"
      />
      <template v-if="line.ends[end].form && line.ends[end].form !== 'plain'">
        <NumberField
          :model-value="line.ends[end].standOut"
          label="Over the bar"
          unit="mm"
          :least="0"
          :most="50"
          @update:model-value="setEnd(end, { standOut: $event })"
        />
        <NumberField
          :model-value="line.ends[end].finished"
          label="Finished flare"
          unit="mm"
          :least="0"
          :most="50"
          @update:model-value="setEnd(end, { finished: $event })"
        />
      </template>
    </div>
    <div class="fields">
      <NumberField
        :model-value="line.straightAtFlare"
        label="Bar and nut need"
        unit="mm"
        :least="0"
        :most="500"
        @update:model-value="set({ straightAtFlare: $event })"
      />
      <NumberField :model-value="line.trim" label="To trim" unit="mm" :least="0" :most="500" @update:model-value="set({ trim: $event })" />
      <PressureField :model-value="line.pressure" label="Works at up to" @update:model-value="set({ pressure: $event })" />
    </div>
    <FlareAdvice v-if="line.tube.outside !== undefined" :outside="line.tube.outside" />
    <p class="soft">
      New to flaring? Make two on a scrap first, and measure one of them: how far the tube stood over the bar, and how high the finished
      flare is. It stands over the bar by the height of the step on the die for this size. “Bar and nut need” is the straight that both take
      up beside it.
    </p>
  </section>
</template>
