<script setup lang="ts">
/** Large check marks, each pressed on purpose: proofs start unproved. */
const props = defineProps<{ items: { id: string; text: string; note?: string }[]; label: string }>()
const chosen = defineModel<string[]>({ required: true })
const flip = (id: string) =>
  (chosen.value = chosen.value.includes(id)
    ? chosen.value.filter(other => other !== id)
    : props.items.map(item => item.id).filter(other => other === id || chosen.value.includes(other)))
</script>

<template>
  <div class="toggles" role="group" :aria-label="label">
    <v-btn-second
      v-for="item in items"
      :key="item.id"
      role="checkbox"
      :aria-checked="chosen.includes(item.id)"
      class="toggle"
      @click="flip(item.id)"
    >
      <svg viewBox="0 0 28 28" width="28" height="28" aria-hidden="true">
        <rect x="2" y="2" width="24" height="24" fill="none" stroke="currentColor" stroke-width="2.5" />
        <path v-if="chosen.includes(item.id)" d="M6 14l6 6L23 7" fill="none" stroke="currentColor" stroke-width="4" />
      </svg>
      <span
        >{{ item.text }}<small v-if="item.note">{{ item.note }}</small></span
      >
    </v-btn-second>
  </div>
</template>

<style scoped>
.toggles {
  display: grid;
  gap: 8px;
}
.toggles .toggle.v-btn {
  justify-content: flex-start;
  min-height: 60px;
  padding: 8px 14px;
  border-color: var(--line);
  background: var(--card);
  color: var(--ink);
  font: 600 19px/1.2 var(--face);
  text-align: left;
}
.toggle :deep(.v-btn__content) {
  gap: 14px;
}
.toggle svg {
  flex: none;
}
.toggle small {
  display: block;
  color: var(--soft);
  font-weight: 400;
  font-size: 15px;
}
.toggles .toggle.v-btn[aria-checked='true'] {
  border-color: var(--ok);
  border-left-width: 10px;
}
</style>
