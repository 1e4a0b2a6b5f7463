<script setup lang="ts">
import { computed } from 'vue'
import { useDisplay } from 'vuetify'

/** A part of a job's room. On a phone it folds to its title and what it comes to, read at a glance; `first` stands open. */
defineProps<{ title: string; told?: string; first?: boolean }>()
const { width } = useDisplay()
const isPhone = computed(() => width.value <= 700)
</script>

<template>
  <section :class="{ 'card stack': !isPhone }" :aria-label="title">
    <v-expansion-panels v-if="isPhone" :model-value="first ? 0 : undefined">
      <v-expansion-panel>
        <template #title
          ><span
            ><b>{{ title }}</b> <span v-if="told" class="soft">{{ told }}</span></span
          ></template
        >
        <template #text
          ><div class="stack"><slot /></div
        ></template>
      </v-expansion-panel>
    </v-expansion-panels>
    <template v-else>
      <h3>{{ title }}</h3>
      <slot />
    </template>
  </section>
</template>

<style scoped>
.stack {
  gap: 8px;
}
</style>
