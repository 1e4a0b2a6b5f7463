<script setup lang="ts">
/** What came of a practice run: the verdict, what it rests on, and another try. */
defineProps<{ verdict: string; lines: readonly string[] }>()
const emit = defineEmits<{ again: [] }>()
</script>

<template>
  <div class="card stack" role="status">
    <b>{{ verdict }}</b>
    <ul>
      <li v-for="line in lines" :key="line">{{ line }}</li>
    </ul>
    <v-btn-main @click="emit('again')">Once more</v-btn-main>
  </div>
</template>

<style scoped>
ul {
  padding-left: 20px;
}
</style>
