<script setup lang="ts">
import { computed } from 'vue'
import { sectionAs } from '#core/route/editCourse'
import type { Section } from '#core/sheet/types'
import { withKey } from '~/utils/editField'

/** What a section of a line is made of. */
const section = defineModel<Section>({ required: true })
const sizes = computed(() => (section.value.kind === 'tube' ? ['od', 'wall'] : ['bore', 'wall']))
const made = computed(() =>
  section.value.kind === 'tube'
    ? { key: 'material', name: 'Material', items: ['steel', 'aluminium', 'copper-nickel', 'plastic'], now: section.value.material }
    : { key: 'build', name: 'Build', items: ['rubber', 'braided', 'silicone'], now: section.value.build },
)
const set = (key: string, value: unknown) => value !== undefined && (section.value = withKey(section.value, key, value) as Section)
</script>

<template>
  <div class="edit-line">
    <v-select
      density="compact"
      label="Section"
      :items="['tube', 'hose']"
      :model-value="section.kind"
      @update:model-value="kind => (section = sectionAs(section, kind))"
    /><v-select
      density="compact"
      :label="made.name"
      :items="made.items"
      :model-value="made.now"
      @update:model-value="value => set(made.key, value)"
    /><NumberBox
      v-for="key in sizes"
      :key="key"
      :label="key === 'od' ? 'outside' : key"
      unit="mm"
      :model-value="(section as unknown as Record<string, number>)[key]"
      @update:model-value="value => set(key, value)"
    /><slot />
  </div>
</template>
