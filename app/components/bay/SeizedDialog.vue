<script setup lang="ts">
import type { Joint } from '#core/sheet/types'
import type { JobCommand } from '#core/job/types'
import { useJob } from '~/stores/job'

/** What to try, in which order, at a joint that does not move; and why the last of it was refused. */
defineProps<{ joint: Joint | undefined; refusal: string | undefined }>()
const isOpen = defineModel<boolean>({ required: true })
const emit = defineEmits<{ tried: [commands: JobCommand[]] }>()
const job = useJob()
</script>

<template>
  <v-dialog v-model="isOpen" aria-label="A seized joint"
    ><div class="dialog theme-bay">
      <SeizedPath
        v-if="joint"
        :resolved="job.resolved!"
        :joint="joint"
        :state="job.state!"
        @tried="commands => emit('tried', commands)"
        @close="isOpen = false"
      />
      <p v-if="refusal" class="trouble" role="alert">{{ refusal }}</p>
    </div></v-dialog
  >
</template>

<style scoped>
.dialog .v-btn {
  min-height: 52px;
}
</style>
