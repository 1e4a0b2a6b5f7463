<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { System } from '#core/sheet/types'
import type { SheetHead } from '#shared/schemas/library'
import { useServerData } from '~/composables/useServerData'
import { lookSheets } from '~/utils/lookSheets'

/** One sheet of the library, by the words it is found by: the server is asked for what fits, however many there are. */
const props = defineProps<{ label: string; systems?: readonly System[]; none: string }>()
const chosen = defineModel<string | null>({ required: true })
const typed = ref('')
/** What is written in the box when one was chosen is its title, no search. */
const words = computed(() => (found.value?.some(head => titleOf(head) === typed.value) ? '' : typed.value))
const titleOf = (head: SheetHead) => `${head.title}, ${head.appliesTo}`
const heads = ref<SheetHead[]>([])
const found = computed(() => (heads.value.length > 0 ? heads.value : undefined))
const { data: page, trouble } = useServerData(
  () => `pick ${props.systems?.join(',') ?? ''} ${words.value}`,
  () => lookSheets({ words: words.value, systems: props.systems }),
)
const { data: own } = useServerData(
  () => `picked ${chosen.value ?? ''}`,
  async () => (chosen.value ? (await lookSheets({ id: chosen.value })).sheets : []),
)
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
    @update:search="text => (typed = text ?? '')"
  />
</template>
