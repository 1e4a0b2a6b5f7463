<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import type { System } from '#core/sheet/types'
import type { SheetHead } from '#shared/schemas/library'
import { useServerData } from '~/composables/useServerData'
import { lookSheets } from '~/utils/lookSheets'

/** One sheet of the library, by the words it is found by: the server is asked for what fits, however many there are. */
const props = defineProps<{ label: string; systems?: readonly System[]; none: string }>()
const chosen = defineModel<string | null>({ required: true })
const titleOf = (head: SheetHead) => `${head.title}, ${head.appliesTo}`
const typed = ref('')
const heads = shallowRef<readonly SheetHead[]>([])
/** What is written in the box when one was chosen is its title, no search. */
const words = computed(() => (heads.value.some(head => titleOf(head) === typed.value) ? '' : typed.value))
const { data: page, trouble } = useServerData(
  () => `pick ${props.systems?.join(',') ?? ''} ${words.value}`,
  () => lookSheets({ words: words.value, systems: props.systems }),
)
const { data: own } = useServerData(
  () => `picked ${chosen.value ?? ''}`,
  async () => (chosen.value ? (await lookSheets({ id: chosen.value })).sheets : []),
)
// What was offered stays until the next is here: the list does not empty at every letter.
watch([page, own], () => {
  if (!page.value) return
  const shown = page.value.sheets
  heads.value = [...(own.value ?? []).filter(head => !shown.some(({ id }) => id === head.id)), ...shown]
})
const items = computed(() => heads.value.map(head => ({ value: head.id, title: titleOf(head) })))
</script>

<template>
  <v-autocomplete
    v-model="chosen"
    :items="items"
    :label="label"
    :no-data-text="none"
    no-filter
    :error-messages="trouble || undefined"
    :messages="page?.isHereOnly ? 'On this device only: the server does not answer.' : undefined"
    @update:search="text => (typed = text ?? '')"
  />
</template>
