<script setup lang="ts">
import { onMounted, onUnmounted, watch } from 'vue'
import { useConnection } from '~/stores/connection'
import { useQueue } from '~/stores/queue'
import { usePhotos } from '~/stores/photos'
import { useProgram } from '~/stores/program'
import { useSession } from '~/stores/session'
import { onNewEpoch } from '~/utils/epoch'
import { forgetAnswers } from '~/utils/keptAnswers'

// What waits in an outbox goes out as soon as server and database are back, whatever page is open.
const connection = useConnection()
const queue = useQueue()
const photos = usePhotos()
const session = useSession()
const program = useProgram()
// Asked as soon as somebody works here: what waits on a device is not to be cleared away for want of space.
watch(
  () => session.person?.id,
  person => person && void program.askToLast(),
)
// What is held for a reason that may pass is tried again now and then.
const heldAgainMs = 30_000
const sendAll = () => {
  void queue.send()
  void photos.send()
}
watch(
  () => [connection.recoveries, session.person?.id],
  async () => {
    // Whoever was signed in here when nobody answered is asked for again.
    if (session.isOld) await session.load().catch(connection.notice)
    sendAll()
  },
)
// The workshop was read back from a backup: everything shown is asked for anew; what waits on this device stays and is sent.
onNewEpoch(() => void forgetAnswers().finally(() => location.reload()))
let again: ReturnType<typeof setInterval> | undefined
onMounted(() => {
  sendAll()
  again = setInterval(() => Object.keys(queue.held).length > 0 && sendAll(), heldAgainMs)
})
onUnmounted(() => clearInterval(again))
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
</template>
