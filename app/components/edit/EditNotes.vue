<script setup lang="ts">
import { ref } from 'vue'
import type { NoteView } from '#shared/schemas/library'
import { setAsideSchema } from '#shared/schemas/library'
import { ruleBy, whenTaken } from '~/utils/ruleBy'

/** Notes from the bench that are still open: each goes into this revision, or is set aside with the reason. */
defineProps<{ notes: readonly NoteView[]; folded: readonly string[]; revision: number; maySetAside: boolean }>()
const emit = defineEmits<{ fold: [note: NoteView]; setAside: [note: NoteView, why: string] }>()
const why = ref<Record<string, string>>({})
</script>

<template>
  <ul class="stack">
    <li v-for="note in notes" :key="note.id" class="card stack">
      <div>
        <b>{{ note.targetId ?? 'the sheet' }}</b> {{ note.text }} <span class="soft">{{ note.by }}, {{ note.at.slice(0, 10) }}</span>
      </div>
      <div v-if="folded.includes(note.id)" class="good">Goes into revision {{ revision }}.</div>
      <template v-else
        ><div class="row"><v-btn-second size="small" @click="emit('fold', note)">Fold it in</v-btn-second></div>
        <v-form v-if="maySetAside" class="edit-line" @submit.prevent="whenTaken(() => emit('setAside', note, why[note.id]!))($event)">
          <v-text-field
            v-model="why[note.id]"
            density="compact"
            label="Why it is set aside"
            maxlength="500"
            :rules="[ruleBy(setAsideSchema.shape.why)]"
          /><v-btn-quiet type="submit" size="small" :disabled="!why[note.id]?.trim()"> Set it aside </v-btn-quiet>
        </v-form></template
      >
    </li>
  </ul>
</template>
