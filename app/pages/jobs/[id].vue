<script setup lang="ts">
import { computed, shallowRef, watch, type Component } from 'vue'
import { useHead, useRoute } from '#imports'
import { provideJobPage } from '~/composables/useJobPage'
import { isRoomPath } from '~/utils/jobRooms'

// One loading for all that is shown of a job: its rooms under a head that stays, the bay, the page to hand over.
const { id, job, trouble } = provideJobPage()
const route = useRoute()
const isRoom = computed(() => isRoomPath(id, route.path))
/** The bay has no use for it: fetched when there is a room to stand over. */
const head = shallowRef<Component>()
watch(isRoom, async is => is && (head.value ??= (await import('~/components/job/JobHead.vue')).default), { immediate: true })
const ready = computed(() => job.view?.row.id === id && job.resolved !== undefined && job.state !== undefined)
useHead({ title: () => (job.view ? `Job ${job.view.row.number} · Efferent` : 'Job') })
</script>

<template>
  <div v-if="trouble" class="trouble" role="alert">{{ trouble }} <NuxtLink to="/">To the Floor</NuxtLink></div>
  <div v-else-if="!ready || (isRoom && !head)" class="busy" role="status" aria-label="Loading the job" />
  <div v-else-if="isRoom" class="stack room">
    <component :is="head" />
    <InTurn><NuxtPage /></InTurn>
  </div>
  <NuxtPage v-else />
</template>

<style scoped>
/* The last of a room stands clear of the rooms along the bottom. */
@media (max-width: 700px) {
  .room {
    padding-bottom: 52px;
  }
}
</style>
