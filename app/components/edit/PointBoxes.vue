<script setup lang="ts">
/** A point in the car's own space, mm, or a direction. */
const props = defineProps<{ label: string }>()
const point = defineModel<readonly number[]>({ required: true })
const set = (axis: number, value: number | undefined) =>
  value !== undefined && (point.value = point.value.map((old, i) => (i === axis ? value : old)))
</script>

<template>
  <span class="edit-name">{{ props.label }}</span>
  <NumberBox
    v-for="(name, axis) in ['x', 'y', 'z']"
    :key="name"
    :label="`${label} ${name}`"
    :model-value="point[axis]"
    bare
    @update:model-value="value => set(axis, value)"
  />
</template>
