<script setup lang="ts">
import { computed, nextTick, onMounted, onUnmounted, ref, watch } from 'vue'
import { navigateTo } from '#imports'
import { actsNow, type Act } from '~/composables/useActs'
import { useFinder } from '~/composables/useFinder'
import { useFloor } from '~/stores/floor'
import { matchActs } from '~/utils/matchActs'

/** Ctrl-K: whatever may be done here, every job on the floor, and what the search finds, typed a few letters of. */
defineProps<{ theme: 'desk' | 'bay' }>()
const open = ref(false)
const typed = ref('')
const at = ref(0)
const floor = useFloor()
const finder = useFinder(typed)
const acts = ref<readonly Act[]>([])

type Offer = { of: string; text: string; keys?: string; run: () => void }
const offers = computed<Offer[]>(() => {
  const mine = acts.value.map(act => ({ ...act, of: 'here' }))
  const jobs = floor.open.map(row => ({
    of: 'job',
    text: `Job ${row.number} · ${row.plate} · ${row.customer}`,
    run: () => void navigateTo(`/jobs/${row.id}`),
  }))
  const found = (finder.result.value?.hits ?? []).flatMap(hit =>
    hit.kind === 'sheet'
      ? [{ of: 'sheet', text: hit.sheet.title, run: () => void navigateTo(`/sheets/${hit.sheet.id}`) }]
      : hit.kind === 'vehicle'
        ? [{ of: 'car', text: `${hit.vehicle.plate} · ${hit.vehicle.label}`, run: () => void navigateTo(`/car?vehicle=${hit.vehicle.id}`) }]
        : [],
  )
  return [...matchActs([...mine, ...jobs], typed.value), ...found].slice(0, 12)
})
watch(typed, () => (at.value = 0))

function show(): void {
  acts.value = actsNow().flatMap(group => group.acts)
  typed.value = ''
  at.value = 0
  open.value = true
}
async function run(offer: Offer | undefined): Promise<void> {
  if (!offer) return
  open.value = false
  // The dialog gives the focus back first: what runs may open another.
  await nextTick()
  offer.run()
}
const move = (by: number) => (at.value = Math.max(0, Math.min(offers.value.length - 1, at.value + by)))
/** What is typed before the field has the focus is meant for it too: the dialog itself has it for a moment. */
function isEarly(event: KeyboardEvent): boolean {
  const isTyped = (event.key.length === 1 || event.key === 'Enter') && !event.ctrlKey && !event.metaKey && !event.altKey
  return open.value && isTyped && !(event.target as HTMLElement).closest('.command input, .command .offer')
}
function onKey(event: KeyboardEvent): void {
  if (isEarly(event)) {
    event.preventDefault()
    event.stopPropagation()
    if (event.key === 'Enter') void run(offers.value[at.value])
    else typed.value += event.key
    return
  }
  if (!(event.ctrlKey || event.metaKey) || event.altKey || event.key.toLowerCase() !== 'k') return
  event.preventDefault()
  if (open.value) open.value = false
  else show()
}
// Before the page's own keys hear it.
onMounted(() => window.addEventListener('keydown', onKey, true))
onUnmounted(() => window.removeEventListener('keydown', onKey, true))
defineExpose({ show })
</script>

<template>
  <v-dialog v-model="open" aria-label="Go to, or do" location="top" class="command">
    <div class="dialog" :class="`theme-${theme}`">
      <v-text-field
        v-model="typed"
        label="A page, a job, a car, a sheet, or what to do"
        autofocus
        aria-controls="offers"
        :aria-activedescendant="offers[at] ? `offer-${at}` : undefined"
        @keydown.down.prevent="move(1)"
        @keydown.up.prevent="move(-1)"
        @keydown.enter.prevent="run(offers[at])"
      />
      <ul id="offers" role="listbox" aria-label="What fits">
        <li
          v-for="(offer, i) in offers"
          :id="`offer-${i}`"
          :key="`${offer.of} ${offer.text}`"
          role="option"
          :aria-selected="i === at"
          tabindex="-1"
          class="offer"
          @click="run(offer)"
          @keydown.enter="run(offer)"
        >
          <span>{{ offer.text }}</span><span v-if="offer.keys" class="keys"
            ><kbd v-for="key in offer.keys.split(' ')" :key="key">{{ key }}</kbd></span
          ><span v-else class="soft">{{ offer.of }}</span>
        </li>
      </ul>
      <p v-if="offers.length === 0" class="soft" role="status">Nothing here goes by “{{ typed }}”.</p>
    </div>
  </v-dialog>
</template>

<style scoped>
.dialog {
  padding-top: 24px;
}
.offer {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  min-height: 48px;
  padding: 4px 12px;
  border-left: 4px solid transparent;
  border-bottom: 1px solid var(--line);
  cursor: pointer;
}
.offer[aria-selected='true'] {
  background: var(--select);
  border-left-color: var(--accent);
}
.keys {
  display: flex;
  gap: 4px;
}
</style>
