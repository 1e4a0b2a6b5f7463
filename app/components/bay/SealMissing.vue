<script setup lang="ts">
import { computed, ref } from 'vue'
import type { JobCommand } from '#core/job/types'
import type { Joint } from '#core/sheet/types'
import { useJob } from '~/stores/job'

/** A seal, clip or clamp that is not in the box: on record, with what is known of when it comes; until then the joint stays capped. */
const props = defineProps<{ joint: Joint }>()
const emit = defineEmits<{ say: [command: JobCommand] }>()
const job = useJob()
const isOpen = ref(false)
const seal = ref<string>()
const note = ref('')
const missing = computed(() => job.state?.joints[props.joint.id]?.unavailable)
const nameOf = (id: string) => props.joint.seals.find(item => item.id === id)?.name ?? id
function put() {
  if (!seal.value || !note.value.trim()) return
  emit('say', { type: 'sealUnavailable', joint: props.joint.id, seal: seal.value, note: note.value.trim() })
  isOpen.value = false
}
</script>

<template>
  <div class="stack">
    <p v-if="missing" class="caution" role="status">
      <b>{{ nameOf(missing.seal) }} is missing:</b> {{ missing.note }}. Both sides stay capped; pause the job (“Pause” below), or go on
      elsewhere (“More”). When it is here, this step goes on.
    </p>
    <v-btn-quiet v-if="!isOpen" @click="isOpen = true">One of them is missing</v-btn-quiet>
    <section v-else class="stack" aria-label="What is missing">
      <p class="soft">Which is missing?</p>
      <ChoiceRow v-model="seal" label="Which is missing" :choices="joint.seals.map(item => ({ id: item.id, text: item.name }))" />
      <v-textarea v-model="note" label="What is known: ordered, from where, when" />
      <v-btn-second :disabled="!seal || !note.trim()" @click="put">Put it on record</v-btn-second>
      <v-btn-quiet @click="isOpen = false">All are here</v-btn-quiet>
    </section>
  </div>
</template>
