<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { storeToRefs } from 'pinia'
import { computed, ref } from 'vue'
import type { Coil } from '#core/making/gear'
import { tubeMaterials } from '#core/making/tubeStrength'
import { limits } from '#shared/limits'
import { benderWords, coilWords, lengthWords } from '#shared/words/gearWords'
import { materialWords } from '#shared/words/makeActWords'
import { newGearId, useGear } from '~/composables/useGear'
import { useServerAct } from '~/composables/useServerAct'
import { useSession } from '~/stores/session'

/** Tube in stock, coil by coil, and the benders that were tried. */
const { isLead: mayChange } = storeToRefs(useSession())
const { gear, keepCoil, dropCoil, dropBender } = useGear()
const { trouble, busy, act } = useServerAct()
const materials = tubeMaterials.map(value => ({ value, title: materialWords[value] }))
const draft = ref<Partial<Coil>>()
const whole = computed(() => {
  const { id, outside, wall, material, left, name } = draft.value ?? {}
  if (!id || outside === undefined || wall === undefined || !material || left === undefined) return undefined
  return { id, outside, wall, material, left, ...(name?.trim() && { name: name.trim() }), cuts: [] }
})
const set = (change: Partial<Coil>) => (draft.value = { ...draft.value, ...change })
async function keep() {
  if (await act(() => keepCoil(whole.value!))) draft.value = undefined
}
const fields = [
  { key: 'outside', label: 'Outside', unit: 'mm', least: 1, most: 60 },
  { key: 'wall', label: 'Wall', unit: 'mm', least: 0.1, most: 10 },
  { key: 'left', label: 'Left on it', unit: 'mm', least: 0, most: limits.coilMm },
] as const
</script>

<template>
  <section class="card stack" aria-labelledby="tube-stock">
    <h2 id="tube-stock">Tube and benders</h2>
    <ul v-if="gear.coils.length" class="entries" aria-label="Coils">
      <li v-for="coil in gear.coils" :key="coil.id" class="spread">
        <span
          >{{ coilWords(coil)
          }}<span v-if="coil.cuts.length" class="sub"
            >last cut: {{ lengthWords(coil.cuts.at(-1)!.length) }}, {{ coil.cuts.at(-1)!.by }}</span
          ></span
        >
        <span v-if="mayChange" class="row"
          ><v-btn-quiet size="small" :aria-label="`Change ${coilWords(coil)}`" @click="draft = { ...coil }">Change</v-btn-quiet
          ><v-btn-quiet :icon="mdiClose" size="small" :aria-label="`Drop ${coilWords(coil)}`" @click="act(() => dropCoil(coil.id))"
        /></span>
      </li>
    </ul>
    <p v-else class="soft">No coil yet. With them, the bench says what is left after each piece.</p>
    <ul v-if="gear.benders.length" class="entries" aria-label="Benders">
      <li v-for="bender in gear.benders" :key="bender.id" class="spread">
        <span>{{ benderWords(bender) }}</span>
        <v-btn-quiet
          v-if="mayChange"
          :icon="mdiClose"
          size="small"
          :aria-label="`Drop ${benderWords(bender)}`"
          @click="act(() => dropBender(bender.id))"
        />
      </li>
    </ul>
    <p v-else class="soft">No bender yet: the bench keeps one from its trial bend.</p>
    <template v-if="draft">
      <div class="fields">
        <v-text-field :model-value="draft.name" label="Name (may stay empty)" :maxlength="60" @update:model-value="set({ name: $event })" />
        <v-select :model-value="draft.material" :items="materials" label="Made of" @update:model-value="set({ material: $event })" />
        <NumberField
          v-for="{ key, ...field } in fields"
          :key="key"
          :model-value="draft[key]"
          v-bind="field"
          @update:model-value="set({ [key]: $event })"
        />
      </div>
      <div class="row">
        <v-btn-main :disabled="!whole || busy" @click="keep">Keep this coil</v-btn-main
        ><v-btn-second @click="draft = undefined">Leave it</v-btn-second>
      </div>
    </template>
    <div v-else-if="mayChange"><v-btn-second @click="draft = { id: newGearId() }">Add a coil</v-btn-second></div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  </section>
</template>
