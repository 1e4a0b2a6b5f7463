<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { navigateTo, useRoute } from '#imports'
import { useFinder } from '~/composables/useFinder'

/** The one box: finds as you type, arrow keys choose, Enter opens; Enter with nothing found goes to the page that says so. */
const query = ref('')
const box = ref<{ focus: () => void; blur: () => void }>()
const wrap = ref<HTMLElement>()
const open = ref(false)
const route = useRoute()
const finder = useFinder(query)
const isDropped = computed(() => open.value && query.value.trim() !== '' && !!(finder.result.value || finder.trouble.value))
defineExpose({ focus: () => box.value?.focus() })

function close() {
  open.value = false
  query.value = ''
  box.value?.blur()
}
watch(
  () => route.fullPath,
  () => (open.value = false),
)
async function enter() {
  const typed = query.value
  if (await finder.open()) close()
  else if (typed.trim()) {
    await navigateTo({ path: '/lookup', query: { q: typed } })
    close()
  }
}
const left = (event: FocusEvent) => {
  if (!wrap.value?.contains(event.relatedTarget as Node | null)) open.value = false
}
</script>

<template>
  <div ref="wrap" class="wrap" role="search" @focusout="left">
    <v-text-field
      ref="box"
      v-model="query"
      class="find"
      density="compact"
      type="search"
      single-line
      label="Find a car, lines, 17 mm banjo …"
      autocomplete="off"
      :aria-controls="isDropped ? 'found' : undefined"
      @focus="open = true"
      @input="open = true"
      @keydown.down.prevent="finder.move(1)"
      @keydown.up.prevent="finder.move(-1)"
      @keydown.enter.prevent="enter"
      @keydown.esc="close"
      ><template #append-inner><kbd aria-hidden="true">/</kbd></template></v-text-field
    >
    <div v-if="isDropped" id="found" class="drop">
      <p v-if="finder.trouble.value" class="trouble" role="alert">{{ finder.trouble.value }}</p>
      <p v-else-if="finder.result.value && finder.result.value.hits.length === 0" class="soft">
        {{ finder.isHereOnly.value ? 'Nothing on this device fits' : 'Nothing fits' }} “{{ finder.result.value.query }}”.
      </p>
      <FindResults
        v-if="finder.result.value"
        :result="finder.result.value"
        :chosen="finder.targets.value[finder.at.value]?.to"
        compact
        @opened="close"
      />
    </div>
  </div>
</template>

<style scoped>
.wrap {
  position: relative;
  width: min(380px, 46vw);
}
.drop {
  position: absolute;
  z-index: 20;
  right: 0;
  top: calc(100% + 6px);
  width: min(680px, 92vw);
  max-height: 74vh;
  overflow: auto;
  background: var(--card);
  border: 2px solid var(--ink);
  border-top: 6px solid var(--accent);
  padding: 12px 16px;
}
@media (max-width: 700px) {
  .wrap {
    width: 100%;
    order: 3;
  }
  .drop {
    left: 0;
    right: auto;
    width: 100%;
  }
}
</style>
