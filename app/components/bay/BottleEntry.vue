<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { judgeBottle, mostMonthsOpen } from '#core/fluid/judgeBottle'
import type { FluidKind } from '#core/fluid/fluidKinds'
import type { Bottle } from '#core/job/types'
import { useServerNow } from '~/composables/useServerNow'
import { useSession } from '~/stores/session'

/** What a fluid that draws water from the air comes out of, and why a lead lets an old bottle in. Nothing is said beforehand. */
const props = defineProps<{ kind: FluidKind }>()
const bottle = defineModel<Bottle>('bottle')
const kept = defineModel<string>('kept')
const session = useSession()
const now = useServerNow(60_000)
const from = ref<'sealed' | 'open'>()
const opened = ref('')
watch([from, opened], () => (bottle.value = from.value === 'open' ? (opened.value ? { opened: opened.value } : undefined) : from.value))
const tooLong = computed(() => {
  if (!bottle.value || bottle.value === 'sealed') return false
  const judged = judgeBottle(props.kind, bottle.value.opened, new Date(now.value).toISOString())
  return judged.may === 'no' && judged.why === 'too-long'
})
</script>

<template>
  <p class="soft">What does it come out of? Brake fluid draws water from the air once its bottle is open.</p>
  <ChoiceRow
    v-model="from"
    label="The bottle"
    :choices="[
      { id: 'sealed', text: 'Sealed until now' },
      { id: 'open', text: 'Opened before' },
    ]"
  />
  <v-text-field v-if="from === 'open'" v-model="opened" type="date" label="opened on" />
  <template v-if="tooLong">
    <p class="caution" role="status">Open for more than {{ mostMonthsOpen }} months: take a sealed bottle.</p>
    <v-textarea v-if="session.isLead" v-model="kept" label="A lead lets it in: why" />
  </template>
</template>
