<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { usePhotos } from '~/stores/photos'

/** A photo of a step, wherever it is by now: on this device, on the server, or still on the tablet that took it. */
const props = defineProps<{ photo: string; words: string; size?: 'large' }>()
const photos = usePhotos()
const url = computed(() => photos.urlOf(props.photo))
const waits = computed(() => photos.waiting.some(({ id }) => id === props.photo))
const gone = ref(false)
watch(url, () => (gone.value = false))
</script>

<template>
  <span v-if="gone" class="gone">Not on the server yet: the picture is on the device that took it.</span>
  <a v-else class="photo" :class="size" :href="url" target="_blank"
    ><img :src="url" :alt="words" width="120" height="90" @error="gone = true" /><span v-if="waits" class="tag warn"
      >waits to be sent</span
    ></a
  >
</template>

<style scoped>
.photo {
  display: inline-grid;
  gap: 4px;
}
img {
  object-fit: cover;
  display: block;
  border: 1px solid var(--line);
  margin: 4px 0;
}
.large img {
  width: 100%;
  height: auto;
  aspect-ratio: 4 / 3;
}
.large {
  display: grid;
}
.gone {
  display: block;
  color: var(--soft);
  border: 2px dashed var(--line);
  padding: 8px;
}
</style>
