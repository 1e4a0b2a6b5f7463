<script setup lang="ts">
import { onUnmounted, ref } from 'vue'
import { mdiCameraOutline } from '@mdi/js'
import { v7 } from 'uuid'
import type { StepRef } from '#core/job/steps/stepKinds'
import type { JobCommand } from '#core/job/types'
import { useJob } from '~/stores/job'
import { usePhotos } from '~/stores/photos'
import { wordsOf } from '~/utils/api'
import { isStoreFault, notKeptWords } from '~/utils/deviceStore'

/**
 * A photo for the step at hand, from the camera or a file; made small here and kept here until the server has it, which keeps it without
 * its metadata.
 */
const props = defineProps<{ job: string; step: StepRef }>()
const emit = defineEmits<{ taken: [command: Extract<JobCommand, { type: 'photoTaken' }>] }>()
const photos = usePhotos()
const inView = useJob()
let left = false
onUnmounted(() => (left = true))
const caption = ref('')
const busy = ref(false)
/** The chooser begins anew after each picture: the same file may be chosen twice. */
const taken = ref(0)
const trouble = ref('')
async function picked(files: File | File[] | null) {
  const file = Array.isArray(files) ? files[0] : files
  if (!file) return
  busy.value = true
  trouble.value = ''
  const id = v7()
  const entry = { step: props.step, ...(caption.value.trim() ? { caption: caption.value.trim() } : {}) }
  try {
    await photos.take({ id, job: props.job, picture: file, raw: entry })
    const command = { type: 'photoTaken', photo: id, ...entry } as const
    // Gone on to another page of the job meanwhile: nobody listens, and the entry is made all the same.
    if (!left) emit('taken', command)
    else if (inView.view?.row.id === props.job) void inView.record(command)
    caption.value = ''
  } catch (error) {
    trouble.value = isStoreFault(error) ? notKeptWords(error) : `This file is no photo that can be read here. ${wordsOf(error)}`
  } finally {
    busy.value = false
    taken.value++
  }
}
</script>

<template>
  <div class="stack">
    <v-text-field v-model="caption" label="What the photo shows" :maxlength="200" />
    <v-file-input
      :key="taken"
      :label="busy ? 'Making it small …' : 'Photo for this step'"
      accept="image/*"
      capture="environment"
      prepend-icon=""
      :prepend-inner-icon="mdiCameraOutline"
      :clearable="false"
      :disabled="busy"
      @update:model-value="picked"
    />
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  </div>
</template>
