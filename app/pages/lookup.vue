<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import { useHead, useRoute } from '#imports'
import { useFinder } from '~/composables/useFinder'

useHead({ title: 'Look up · Efferent' })
const route = useRoute()
const query = ref(typeof route.query.q === 'string' ? route.query.q : '')
const box = ref<HTMLInputElement>()
const { result, trouble, at, targets, search, move, open } = useFinder(query)
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
      <h1>Look up</h1>
      <v-btn-second size="small" to="/car">Choose a car by make and model</v-btn-second>
    </div>
    <label class="sr" for="q">Part of a vehicle, a plate, a customer, which lines, a fitting, a fluid or a part number</label>
    <input
      id="q"
      ref="box"
      v-model="query"
      class="q"
      type="search"
      autocomplete="off"
      placeholder="halyard, SK 41 LYN, cooler lines, 17 mm banjo …"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter.prevent="open"
    />
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <template v-if="!query.trim()">
      <p class="soft">
        Part of a vehicle, a plate, a customer’s name, the lines, a hex and a fitting, a fluid, a part number, or a word somebody noted.
      </p>
      <LookUpStart />
    </template>
    <div v-else-if="result && result.hits.length === 0" class="empty">
      <b>Nothing fits “{{ result.query }}”.</b>Try fewer letters, or the plate. A new customer’s car is added from its line sheet.
    </div>
    <FindResults v-if="result && query.trim()" :result="result" :chosen="targets[at]?.to" />
    <p v-if="result" class="soft small" aria-live="polite">{{ result.hits.length }} found. Arrow keys choose, Enter opens.</p>
  </div>
</template>

<style scoped>
.q {
  font: 500 22px/1 var(--face);
  height: 58px;
  padding: 0 16px;
  border: 2px solid var(--ink);
  border-radius: 3px;
  background: var(--card);
  color: var(--ink);
  width: 100%;
  max-width: 720px;
}
.q::placeholder {
  color: var(--soft);
  opacity: 1;
}
</style>
