<script setup lang="ts">
import { libraryAnswers } from '#shared/answers/library'
import { useServerData } from '~/composables/useServerData'
import { computed, ref, watch } from 'vue'
import { v7 } from 'uuid'
import type { Sheet } from '#core/sheet/types'
import { limits } from '#shared/limits'
import type { NoteTarget, NoteView } from '#shared/schemas/library'
import { sheetNames } from '#shared/words/sheetNames'
import { useConnection } from '~/stores/connection'
import { call, wordsOf } from '~/utils/api'
import { whenTaken } from '~/utils/ruleBy'

/** What technicians found out at the car, and the place to add to it. Written for the next person, folded into a revision by a lead. */
const props = defineProps<{ sheet: Sheet; selected?: string }>()
const notes = defineModel<NoteView[]>({ default: () => [] })
const connection = useConnection()
const text = ref('')
const about = ref('sheet')
const trouble = ref('')
const busy = ref(false)
// One note, one id: sending again after the network was gone writes it once.
const id = ref(v7())

const { data } = useServerData(
  () => `notes on ${props.sheet.id}`,
  () => connection.look(`/api/sheets/${props.sheet.id}/notes`, libraryAnswers.notes),
)
watch(data, now => now && (notes.value = now), { immediate: true })
watch(
  () => props.selected,
  joint => joint && (about.value = `joint:${joint}`),
)

const places = computed(() => [
  { value: 'sheet', title: 'the whole sheet' },
  ...props.sheet.lines.map(item => ({ value: `line:${item.id}`, title: item.name })),
  ...props.sheet.joints.map(item => ({ value: `joint:${item.id}`, title: item.name })),
  ...props.sheet.holds.map(item => ({ value: `hold:${item.id}`, title: item.name })),
  ...props.sheet.operations.map(item => ({ value: `operation:${item.id}`, title: item.name })),
])
const placeOf = (note: NoteView) =>
  note.targetId === undefined ? 'the sheet' : sheetNames(props.sheet)[note.target as Exclude<NoteTarget, 'sheet'>](note.targetId)
async function write() {
  busy.value = true
  trouble.value = ''
  const [target, targetId] = about.value.split(':') as [NoteTarget, string | undefined]
  try {
    notes.value = await call('POST', `/api/sheets/${props.sheet.id}/notes`, libraryAnswers.notes, {
      id: id.value,
      revision: props.sheet.revision,
      target,
      targetId,
      text: text.value,
    })
    text.value = ''
    id.value = v7()
  } catch (error) {
    trouble.value = connection.notice(error)
      ? 'Not sent: the server is away. The note stays here; press again when it is back.'
      : wordsOf(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <section class="stack" aria-label="Bay notes">
    <h2>Bay notes</h2>
    <ul v-if="notes.length || sheet.notes.length" class="stack">
      <li v-for="(note, i) in sheet.notes" :key="`s${i}`" class="card note">
        <span>{{ note.text }}</span><span class="soft">{{ note.by }}, {{ note.date }} · in this revision</span>
      </li>
      <li
        v-for="note in notes.filter(item => item.foldedInto === undefined)"
        :key="note.id"
        class="card note"
        :class="{ aside: note.setAside }"
      >
        <span
          ><b>{{ placeOf(note) }}</b> {{ note.text }}</span
        ><span class="soft"
          >{{ note.by }}, {{ note.at.slice(0, 10)
          }}<template v-if="note.setAside"> · set aside by {{ note.settledBy }}: {{ note.setAside }}</template></span
        >
      </li>
    </ul>
    <p v-else class="soft">Nobody has noted anything yet. What would have saved you ten minutes?</p>
    <v-form class="card write no-print" @submit.prevent="whenTaken(write)($event)">
      <v-select v-model="about" :items="places" label="About" density="compact" />
      <v-textarea v-model="text" :maxlength="limits.noteText" label="For the next person" placeholder="came out downwards only" rows="2" />
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <v-btn-second type="submit" size="small" :disabled="busy || !text.trim()">{{ busy ? 'Writing …' : 'Leave the note' }}</v-btn-second>
    </v-form>
  </section>
</template>

<style scoped>
.note {
  display: grid;
  gap: 2px;
  padding: 9px 14px;
  border-left: 5px solid var(--accent);
}
.aside {
  border-left-color: var(--line);
  opacity: 0.8;
}
.write {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.write > :not(button) {
  width: 100%;
}
</style>
