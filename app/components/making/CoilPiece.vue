<script setup lang="ts">
import { computed, ref } from 'vue'
import { tenth } from '#core/making/tableRows'
import { coilsFor, type Coil } from '#core/making/gear'
import type { LineInMaking } from '#core/making/workOut'
import { coilWords, lengthWords } from '#shared/words/gearWords'
import { newGearId, useGear } from '~/composables/useGear'
import { useServerAct } from '~/composables/useServerAct'

/** Off which coil the piece is cut, and what is left on it then. */
const props = defineProps<{ tube: LineInMaking['tube']; length: number }>()
const { gear, cutCoil } = useGear()
const { trouble, busy, act } = useServerAct()
const coils = computed(() => coilsFor(gear.value.coils, props.tube))
/** The piece that is being taken off: sent again after a broken connection it is the same one. */
const piece = ref<{ coil: string; id: string; length: number }>()
const taken = ref<Coil>()
async function cut(coil: Coil) {
  const length = tenth(props.length)
  if (piece.value?.coil !== coil.id || piece.value.length !== length) piece.value = { coil: coil.id, id: newGearId(), length }
  const { id } = piece.value
  taken.value = undefined
  if (!(await act(() => cutCoil(coil.id, { id, length })))) return
  piece.value = undefined
  taken.value = gear.value.coils.find(one => one.id === coil.id)
}
</script>

<template>
  <section v-if="gear.coils.length" class="stack no-print" aria-label="Off the coil">
    <p v-if="coils.length === 0" class="soft">No coil of such a tube is in stock.</p>
    <div v-for="coil in coils" :key="coil.id" class="spread">
      <span>{{ coilWords(coil) }}<span v-if="coil.left < length" class="sub short">too short for this piece</span></span>
      <v-btn-quiet :disabled="busy || coil.left < length" @click="cut(coil)">Cut from it</v-btn-quiet>
    </div>
    <p v-if="taken" role="status">Taken off. {{ lengthWords(taken.left) }} are left on it.</p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-else-if="piece && !busy" class="caution" role="alert">
      The server did not say that it was taken off. Press again when it answers: it counts once.
    </p>
  </section>
</template>

<style scoped>
.short {
  display: block;
}
</style>
