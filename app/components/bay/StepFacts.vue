<script setup lang="ts">
/** What the sheet says for this step: wrench, torque, seal, fluid. */
defineProps<{ facts: readonly { name: string; value: string }[] }>()
</script>

<template>
  <dl class="facts">
    <div v-for="fact in facts" :key="fact.name">
      <dt>{{ fact.name }}</dt>
      <dd>{{ fact.value }}</dd>
    </div>
  </dl>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 1px;
  background: var(--line);
  border: 1px solid var(--line);
}
.facts div {
  background: var(--card);
  padding: 8px 12px;
}
dt {
  color: var(--soft);
  font-size: 15px;
}
dd {
  font-weight: 600;
}
@media (max-width: 899px) {
  .facts {
    grid-template-columns: 1fr 1fr;
  }
  .facts div:last-child:nth-child(odd) {
    grid-column: 1 / -1;
  }
}
</style>
