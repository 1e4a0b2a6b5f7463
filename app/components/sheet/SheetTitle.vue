<script setup lang="ts">
import { computed } from 'vue'
import type { Family, Sheet } from '#core/sheet/types'
import type { VehicleView } from '#shared/schemas/library'
import { systemSays } from '#shared/words/systemSays'

/** Which sheet this is, for which cars or for the one in hand, and what is known of that. */
const props = defineProps<{ sheet: Sheet; families: readonly Family[]; vehicle: VehicleView | undefined; known: readonly string[] }>()
const years = computed(() => props.sheet.applies[0]?.years?.join('–'))
</script>

<template>
  <div>
    <h1>{{ sheet.title }}</h1>
    <p class="soft">
      <template v-if="vehicle"
        ><b class="plate">{{ vehicle.plate }}</b> {{ vehicle.label }} · {{ vehicle.customer }} ·
      </template>
      <template v-else>{{ families.map(family => `${family.make} ${family.model} ${family.body}`).join(', ') }} · {{ years }} · </template>
      {{ systemSays[sheet.system].name }} · revision {{ sheet.revision
      }}<template v-for="fact in known" :key="fact">
        · <b>{{ fact }}</b></template
      >
    </p>
  </div>
</template>

<style scoped>
.plate {
  color: var(--ink);
  letter-spacing: 0.03em;
}
</style>
