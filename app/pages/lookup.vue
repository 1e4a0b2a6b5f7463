<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import { useHead, useRoute } from '#imports'
import { useActs } from '~/composables/useActs'
import { useFinder } from '~/composables/useFinder'

// The page's own box is the one box here: the small one at the top of other pages stands back.
useActs('Look up', [{ text: 'Find', keys: '/', run: () => box.value?.focus() }])
useHead({ title: 'Look up · Efferent' })
const route = useRoute()
const query = ref(typeof route.query.q === 'string' ? route.query.q : '')
const box = ref<{ focus: () => void }>()
const { result, isHereOnly, trouble, at, targets, search, move, open } = useFinder(query)
watch(
  () => route.query.q,
  q => typeof q === 'string' && (query.value = q),
)
onMounted(() => {
  box.value?.focus()
  void search()
})
</script>

<template>
  <div class="stack">
    <div class="spread">
      <h1 class="whole">Look up</h1>
      <v-btn-second size="small" to="/car">Car by make and model</v-btn-second>
    </div>
    <v-text-field
      ref="box"
      v-model="query"
      class="q"
      type="search"
      autocomplete="off"
      label="Car, plate, customer, lines, fitting, fluid, part"
      placeholder="halyard, SK 41 LYN, cooler lines, 17 mm banjo …"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter.prevent="open"
    />
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <InTurn v-if="!query.trim()"><LookUpStart /></InTurn>
    <HereOnly v-if="isHereOnly && query.trim()" />
    <div v-if="query.trim() && result?.hits.length === 0 && isHereOnly" class="empty">
      <b>Nothing on this device fits “{{ result.query }}”.</b>The workshop may well have it: look again when the server answers.
    </div>
    <div v-else-if="query.trim() && result?.hits.length === 0" class="empty">
      <b>Nothing fits “{{ result.query }}”.</b>Try fewer letters, or the plate. A new customer’s car is added from its line sheet.
    </div>
    <FindResults v-if="result && query.trim()" :result="result" :chosen="targets[at]?.to" />
    <p v-if="result" class="soft small" aria-live="polite">
      {{ result.hits.length > 0 ? `${result.hits.length} found. Arrow keys choose, Enter opens.` : '0 found.' }}
    </p>
  </div>
</template>

<style scoped>
.whole {
  white-space: nowrap;
}
.q {
  max-width: 720px;
}
</style>
