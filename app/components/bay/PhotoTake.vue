<script setup lang="ts">
import { ref } from 'vue'
import { v7 } from 'uuid'
import type { JobCommand } from '#core/job/types'
import { limits } from '#shared/limits'
import { useConnection } from '~/stores/connection'
import { call, ProblemFailure, wordsOf } from '~/utils/api'
import { shrinkPhoto } from '~/utils/shrinkPhoto'

/** A photo for the step at hand, from the camera or a file; made small here, kept by the server without its metadata. */
const props = defineProps<{ job: string; step: string }>()
const emit = defineEmits<{ taken: [command: Extract<JobCommand, { type: 'photoTaken' }>] }>()
const connection = useConnection()
const caption = ref('')
const busy = ref(false)
const trouble = ref('')
/** Kept until it is sent: a photo cannot always be taken twice. */
let waiting: { id: string; file: File } | undefined
async function send() {
  if (!waiting) return
  busy.value = true
  trouble.value = ''
  const { id, file } = waiting
  try {
    await call('POST', `/api/jobs/${props.job}/photos?id=${id}`, await shrinkPhoto(file, limits.photoSentSide))
    waiting = undefined
    emit('taken', { type: 'photoTaken', photo: id, step: props.step, ...caption.value.trim() ? { caption: caption.value.trim() } : {} })
    caption.value = ''
  } catch (error) {
    if (connection.notice(error)) trouble.value = 'Not sent: the server is away. The photo stays here; press again when it is back.'
    else trouble.value = error instanceof ProblemFailure ? error.problem.detail ?? error.problem.title : `This file is no photo that can be read here. ${wordsOf(error)}`
  } finally {
    busy.value = false
  }
}
function picked(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  waiting = { id: v7(), file }
  void send()
}
</script>

<template>
  <div class="stack">
    <v-text-field v-model="caption" label="What the photo shows" :maxlength="200" />
    <label class="btn"><input class="sr" type="file" accept="image/*" capture="environment" aria-label="Photo for this step" :disabled="busy" @change="picked">{{ busy ? 'Sending the photo …' : 'Take a photo for this step' }}</label>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }} <button class="btn" @click="send">Send it again</button></p>
  </div>
</template>

<style scoped>
.btn { min-height: 52px; }
</style>
