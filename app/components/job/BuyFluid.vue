<script setup lang="ts">
import { computed } from 'vue'
import { buyContainers } from '#core/fluid/buyContainers'
import { onShelf, stillGood } from '#core/fluid/onShelf'
import type { Millilitres } from '#core/units/types'
import { purchaseWords } from '#shared/words/shelfWords'
import { useNow } from '~/composables/useNow'
import { useSession } from '~/stores/session'
import { useUnits } from '~/stores/units'

/** What to take from the shelf for a job, enough for the most that can be needed. */
const props = defineProps<{ spec: string; alsoNamed: readonly string[]; need: Millilitres }>()
const session = useSession()
const units = useUnits()
const now = useNow(60_000)
const found = computed(() => onShelf(session.view?.shelf ?? [], props.spec, props.alsoNamed))
const today = computed(() => new Date(now.value).toISOString())
const words = computed(
  () =>
    found.value &&
    purchaseWords(buyContainers(props.need, found.value, stillGood(found.value, today.value)), found.value, today.value, units.volume),
)
/** Folded, it still says what there is to beware of. */
const told = computed(() => words.value?.cautions[0] ?? words.value?.lines[0] ?? 'nothing of it here')
</script>

<template>
  <RoomPart v-if="session.view?.shelf.length" title="From the shelf" :told="told">
    <p>
      Needed at most <b>{{ units.volume(need) }}</b> of {{ spec }}.
    </p>
    <template v-if="words">
      <p v-for="line in words.lines" :key="line">{{ line }}</p>
      <p v-for="line in words.cautions" :key="line" class="caution">{{ line }}</p>
    </template>
    <p v-else class="soft">Nothing on the shelf is that fluid, or one that its sheet names beside it.</p>
  </RoomPart>
</template>
