<script setup lang="ts">
import { computed } from 'vue'
import { useFromShelf } from '~/composables/useFromShelf'
import { useSession } from '~/stores/session'
import { useUnits } from '~/stores/units'

/** What to take from the shelf for a job, enough for the most that can be needed. */
const session = useSession()
const units = useUnits()
const { asked, taken } = useFromShelf()
/** Folded, it still says what there is to beware of. */
const told = computed(() => taken.value?.cautions[0] ?? taken.value?.lines[0] ?? 'nothing of it here')
</script>

<template>
  <RoomPart v-if="asked && session.view?.shelf.length" title="From the shelf" :told="told">
    <p>
      Needed at most <b>{{ units.volume(asked.need) }}</b> of {{ asked.spec }}.
    </p>
    <template v-if="taken">
      <p v-for="line in taken.lines" :key="line">{{ line }}</p>
      <p v-for="line in taken.cautions" :key="line" class="caution">{{ line }}</p>
    </template>
    <p v-else class="soft">Nothing on the shelf is that fluid, or one that its sheet names beside it.</p>
  </RoomPart>
</template>
