<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed } from 'vue'
import type { ShelfFluid } from '#core/fluid/buyContainers'
import { millilitres } from '#core/units/types'
import { shelfWords } from '#shared/words/shelfWords'
import { useShopSetting } from '~/composables/useShopSetting'
import { useSession } from '~/stores/session'
import { limits } from '#shared/limits'

/** Fluids this shop has or can have: in which containers, what stands open, what is drawn from a barrel, and what it costs. */
const session = useSession()
const shelf = computed(() => session.view?.shelf ?? [])
const { draft, trouble, mayChange, keep } = useShopSetting(session.setShelf)
const set = (i: number, change: Partial<ShelfFluid>) =>
  (draft.value = draft.value!.map((one, k) => (k === i ? { ...one, ...change } : one)))
const setContainer = (i: number, c: number, change: Partial<ShelfFluid['containers'][number]>) =>
  set(i, { containers: draft.value![i]!.containers.map((one, k) => (k === c ? { ...one, ...change } : one)) })
const change = () => (draft.value = JSON.parse(JSON.stringify(shelf.value)) as ShelfFluid[])
const add = () => (draft.value = [...draft.value!, { fluid: '', containers: [] }])
const drop = (i: number) => (draft.value = draft.value!.filter((_, k) => k !== i))
const isWhole = computed(
  () => draft.value?.every(({ fluid, containers }) => fluid.trim() && containers.every(({ size }) => size > 0)) === true,
)
</script>

<template>
  <section class="card stack" aria-labelledby="shelf">
    <h2 id="shelf">Fluid shelf</h2>
    <template v-if="!draft">
      <ul v-if="shelf.length" class="entries">
        <li v-for="one in shelf" :key="one.fluid">
          <b>{{ one.fluid }}</b> <span class="soft">{{ shelfWords(one) }}</span>
        </li>
      </ul>
      <p v-else class="soft">
        Nothing said yet. With it, each job’s Fluid says what to take from the shelf, what to buy, and what it costs.
      </p>
      <div v-if="mayChange">
        <v-btn-second @click="change">Change the shelf</v-btn-second>
      </div>
    </template>
    <template v-else>
      <fieldset v-for="(one, i) in draft" :key="i" class="stack fluid" :aria-label="one.fluid || `Fluid ${i + 1}`">
        <div class="spread">
          <v-text-field
            :model-value="one.fluid"
            label="Fluid, as its bottle says"
            :maxlength="80"
            @update:model-value="set(i, { fluid: $event })"
          />
          <v-btn-quiet :icon="mdiClose" :aria-label="`Off the shelf: ${one.fluid}`" @click="drop(i)" />
        </div>
        <div v-for="(container, c) in one.containers" :key="c" class="container">
          <NumberField
            :model-value="container.size || undefined"
            label="Container"
            unit="mL"
            :least="1"
            :most="limits.fluidMl"
            @update:model-value="setContainer(i, c, { size: millilitres($event ?? 0) })"
          />
          <NumberField
            :model-value="container.price"
            label="Price"
            unit=""
            :least="0"
            :most="100_000"
            @update:model-value="setContainer(i, c, { price: $event })"
          />
          <v-btn-quiet
            :icon="mdiClose"
            :aria-label="`Drop container ${c + 1} of ${one.fluid}`"
            @click="set(i, { containers: one.containers.filter((_, k) => k !== c) })"
          />
        </div>
        <div class="fields">
          <NumberField
            :model-value="one.open?.left"
            label="Stands open, left"
            unit="mL"
            :least="0"
            :most="limits.fluidMl"
            @update:model-value="set(i, { open: $event ? { ...one.open, left: millilitres($event) } : undefined })"
          />
          <v-text-field
            v-if="one.open"
            type="date"
            label="open since"
            :model-value="one.open.since"
            @update:model-value="set(i, { open: { ...one.open!, since: $event || undefined } })"
          />
        </div>
        <div class="fields">
          <v-checkbox
            :model-value="one.bulk !== undefined"
            label="From a barrel"
            @update:model-value="set(i, { bulk: $event ? {} : undefined })"
          />
          <NumberField
            v-if="one.bulk"
            :model-value="one.bulk.pricePerLitre"
            label="Price a litre"
            unit=""
            :least="0"
            :most="100_000"
            @update:model-value="set(i, { bulk: { pricePerLitre: $event } })"
          />
        </div>
        <div>
          <v-btn-quiet
            :disabled="one.containers.length >= limits.containers"
            @click="set(i, { containers: [...one.containers, { size: millilitres(0) }] })"
          >
            Another container
          </v-btn-quiet>
        </div>
      </fieldset>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <div class="row">
        <v-btn-second :disabled="draft.length >= limits.shelf" @click="add">Another fluid</v-btn-second>
        <v-btn-main :disabled="!isWhole" @click="keep">Keep it</v-btn-main>
        <v-btn-quiet @click="draft = undefined">Leave it</v-btn-quiet>
      </div>
    </template>
  </section>
</template>

<style scoped>
.container {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) auto;
  gap: 8px;
}
.fluid {
  border: 0;
  border-left: 6px solid var(--line);
  padding: 0 0 0 14px;
}
</style>
