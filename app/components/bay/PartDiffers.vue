<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { ref } from 'vue'
import type { JobCommand } from '#core/job/types'
import { useSession } from '~/stores/session'

/** A part that differs holds the work until the right one is there, or a lead says that it may be used. */
const props = defineProps<{ line: string; differs: string }>()
const emit = defineEmits<{ accept: [command: JobCommand] }>()
const session = useSession()
const { isLead } = storeToRefs(session)
const why = ref('')
const accept = () => emit('accept', { type: 'partAccepted', line: props.line, why: why.value.trim() })
</script>

<template>
  <section class="stack differs" aria-label="The part differs">
    <p class="caution">
      <b>It differs:</b> {{ differs.replace(/[.\s]+$/, '') }}. Nothing is opened, and nothing goes in, until that is settled.
    </p>
    <p>Pause for the right part and compare that, or let a lead decide.</p>
    <template v-if="isLead">
      <v-textarea v-model="why" label="Why it may be used all the same" />
      <v-btn-second :disabled="!why.trim()" @click="accept">Use it all the same</v-btn-second>
    </template>
  </section>
</template>

<style scoped>
.differs.differs {
  width: 100%;
  justify-items: stretch;
}
.differs .v-btn {
  min-height: 52px;
}
</style>
