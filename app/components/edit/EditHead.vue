<script setup lang="ts">
import type { Sheet } from '#core/sheet/types'
import { plural } from '#shared/words/vocabulary'
import { saveFile } from '~/utils/saveFile'

/** Which sheet is edited, after what, how much is changed, and the ways out. `published`: what is there now, where anything is. */
const props = defineProps<{
  draft: Sheet
  published: Sheet | undefined
  changes: number
  mayUndo: boolean
  mayPublish: boolean
  isLead: boolean
  busy: boolean
}>()
const emit = defineEmits<{ undo: []; discard: []; publish: [] }>()
/** What somebody else publishes: a lead begins a sheet from this file. */
const keep = () => saveFile(`${props.draft.id}.json`, 'application/json', JSON.stringify(props.draft, undefined, 2))
</script>

<template>
  <div class="top">
    <div>
      <h1>{{ draft.title }}</h1>
      <p class="soft">
        {{ published ? `revision ${draft.revision}, after ${published.revision}` : 'a new sheet, revision 1' }} ·
        {{ changes ? plural(changes, 'change') : published ? 'nothing changed yet' : 'draft' }} · kept on this device
      </p>
      <p v-if="!isLead" class="soft">A lead publishes it: here, signed in, or from the file.</p>
    </div>
    <div class="row">
      <v-btn-second size="small" :disabled="!mayUndo" @click="emit('undo')">Take back</v-btn-second
      ><v-btn-quiet size="small" @click="emit('discard')">{{ published ? 'Drop the draft' : 'Drop it' }}</v-btn-quiet
      ><v-btn-second size="small" @click="keep">As a file</v-btn-second
      ><v-btn-main v-if="isLead" :disabled="busy || !mayPublish" @click="emit('publish')">
        {{ busy ? 'Publishing …' : `Publish revision ${draft.revision}` }}
      </v-btn-main>
    </div>
  </div>
</template>

<style scoped>
.top {
  display: flex;
  gap: 16px;
  justify-content: space-between;
  align-items: flex-start;
  flex-wrap: wrap;
}
</style>
