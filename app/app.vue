<script setup lang="ts">
import { onMounted, watch } from 'vue'
import { useConnection } from '~/stores/connection'
import { useJob } from '~/stores/job'
import { usePhotos } from '~/stores/photos'
import { useSession } from '~/stores/session'

// What waits in an outbox goes out as soon as server and database are back, whatever page is open.
const connection = useConnection()
const job = useJob()
const photos = usePhotos()
const session = useSession()
watch(
  () => [connection.recoveries, session.person?.id],
  () => void photos.send(),
)
watch(
  () => connection.recoveries,
  () => void job.send(),
)
onMounted(() => {
  void job.send()
  void photos.send()
})
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
</template>
