<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed, ref } from 'vue'
import { navigateTo, useHead, useRoute } from '#imports'
import { systems } from '#core/sheet/types'
import { systemSays } from '#shared/words/systemSays'
import { useBench } from '~/stores/bench'

useHead({ title: 'Bench · Efferent' })
const store = useBench()
const { unreadable, bench, worked, isOrdering, done } = storeToRefs(store)
const tools = [
  { id: 'make', title: 'Make a line' },
  { id: 'compare', title: 'Old against new' },
  { id: 'hose', title: 'Hose' },
  { id: 'fitting', title: 'Which fitting is this?' },
] as const
const systemItems = systems.map(value => ({ value, title: systemSays[value].name }))
const route = useRoute()
const tool = computed({
  get: () => tools.find(({ id }) => id === route.query.tool)?.id ?? 'make',
  set: id => void navigateTo({ query: { ...route.query, tool: id } }, { replace: true }),
})
const isClearing = ref(false)
function clear() {
  store.clear()
  isClearing.value = false
}
</script>

<template>
  <div class="stack tools">
    <div class="spread wrap">
      <h1>Bench</h1>
      <v-btn-quiet v-if="tool === 'make' || tool === 'compare'" class="no-print" @click="isClearing = true">Clear the bench</v-btn-quiet>
    </div>
    <p v-if="unreadable" class="trouble" role="alert">
      What lies on this device’s bench was left by another version of Efferent and cannot be read. It is kept until you clear the bench.
    </p>
    <v-tabs v-model="tool" class="no-print few" aria-label="Tools of the bench">
      <v-tab v-for="one in tools" :key="one.id" :value="one.id">{{ one.title }}</v-tab>
    </v-tabs>
    <h2 class="sr">{{ tools.find(one => one.id === tool)?.title }}</h2>
    <MakeLine
      v-if="tool === 'make'"
      :line="bench.line"
      :worked="worked"
      :done="done"
      :tick="store.tick"
      :held="isOrdering"
      :system="bench.system"
      @set="store.setLine"
      @turn="store.turnRound"
    >
      <template #system>
        <v-select
          :model-value="bench.system"
          :items="systemItems"
          label="It is for"
          @update:model-value="store.setSystem($event ?? undefined)"
        />
      </template>
    </MakeLine>
    <CompareTool v-else-if="tool === 'compare'" />
    <HoseTool v-else-if="tool === 'hose'" />
    <FittingFinder v-else />
    <v-dialog v-model="isClearing">
      <div class="card stack theme-desk">
        <h2>Clear the bench?</h2>
        <p>Both lines, the tools’ numbers and what is ticked go.</p>
        <div class="row">
          <v-btn-bad @click="clear">Clear it</v-btn-bad><v-btn-second @click="isClearing = false">Leave it</v-btn-second>
        </div>
      </div>
    </v-dialog>
  </div>
</template>

<style scoped>
.tools {
  grid-template-columns: minmax(0, 1fr);
}
.wrap {
  flex-wrap: wrap;
}
</style>
