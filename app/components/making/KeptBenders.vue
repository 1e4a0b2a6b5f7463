<script setup lang="ts">
import { computed, ref } from 'vue'
import { benderNumbers, bendersFor } from '#core/making/gear'
import type { LineInMaking } from '#core/making/workOut'
import { benderWords } from '#shared/words/gearWords'
import { newGearId, useGear } from '~/composables/useGear'
import { useServerAct } from '~/composables/useServerAct'

/** Benders this shop has tried on such a tube, and keeping the numbers that stand here under a name. */
const props = defineProps<{ line: LineInMaking }>()
const emit = defineEmits<{ take: [bender: LineInMaking['bender']] }>()
const { gear, keepBender } = useGear()
const { trouble, busy, act } = useServerAct()
const items = computed(() => bendersFor(gear.value.benders, props.line.tube).map(one => ({ value: one.id, title: benderWords(one) })))
const name = ref('')
const isKeeping = ref(false)
const whole = computed(() => {
  const { radius, takeUp, setFor90, grip } = props.line.bender
  const { outside, material } = props.line.tube
  if (outside === undefined || !material || !radius || takeUp === undefined || !setFor90 || grip === undefined) return undefined
  return { outside, material, radius, takeUp, setFor90, grip }
})
function take(id: string | null) {
  const found = gear.value.benders.find(one => one.id === id)
  if (found) emit('take', benderNumbers(found))
}
async function keep() {
  const said = { ...whole.value!, name: name.value.trim() }
  const known = gear.value.benders.find(one => one.name === said.name && one.outside === said.outside && one.material === said.material)
  if (await act(() => keepBender({ ...said, id: known?.id ?? newGearId() }))) [isKeeping.value, name.value] = [false, '']
}
</script>

<template>
  <v-select v-if="items.length" :model-value="null" :items="items" label="A bender this shop has tried" @update:model-value="take" />
  <p v-else-if="gear.benders.length" class="soft">None of this shop’s benders has been tried on such a tube.</p>
  <div v-if="whole"><v-btn-quiet :aria-expanded="isKeeping" @click="isKeeping = !isKeeping">Keep these numbers</v-btn-quiet></div>
  <div v-if="isKeeping && whole" class="fields">
    <v-text-field v-model="name" label="Name on the bender" :maxlength="60" />
    <v-btn-second :disabled="!name.trim() || busy" @click="keep">Keep for this tube</v-btn-second>
  </div>
  <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
</template>
