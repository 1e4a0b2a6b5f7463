<script setup lang="ts">
import { ref, watch } from 'vue'
import { actsNow, type ActGroup } from '~/composables/useActs'
import { keyNames } from '~/utils/keyNames'

/** The keys that do something where somebody is now: from the acts themselves, so that none is forgotten. */
defineProps<{ theme: 'desk' | 'bay' }>()
const open = defineModel<boolean>({ required: true })
const groups = ref<ActGroup[]>([])
watch(open, isOpen => {
  if (!isOpen) return
  groups.value = actsNow()
    .map(({ of, acts }) => ({ of, acts: acts.filter(({ keys }) => keys) }))
    .filter(({ acts }) => acts.length > 0)
})
</script>

<template>
  <v-dialog v-model="open" aria-label="Keys">
    <div class="dialog" :class="`theme-${theme}`">
      <h2>Keys</h2>
      <section v-for="group in groups" :key="group.of" :aria-label="group.of">
        <h3>{{ group.of }}</h3>
        <dl class="keys">
          <template v-for="act in group.acts" :key="act.keys">
            <dt>
              <kbd v-for="key in keyNames(act.keys!)" :key="key">{{ key }}</kbd>
            </dt>
            <dd>{{ act.text }}</dd>
          </template>
        </dl>
      </section>
      <section aria-label="Everywhere">
        <h3>Everywhere</h3>
        <dl class="keys">
          <dt><kbd>Ctrl</kbd> <kbd>K</kbd></dt>
          <dd>Go to a page, job or sheet, or do something here</dd>
        </dl>
      </section>
      <v-btn-main @click="open = false">Close</v-btn-main>
    </div>
  </v-dialog>
</template>

<style scoped>
.keys {
  display: grid;
  grid-template-columns: 110px 1fr;
  gap: 8px;
  padding: 6px 0 10px;
}
dt {
  display: flex;
  gap: 4px;
}
</style>
