<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Problem } from '#shared/errors'
import { limits } from '#shared/limits'
import { packAnswers } from '#shared/answers/packs'
import type { ImportPreview } from '#shared/schemas/library'
import { plural } from '#shared/words/vocabulary'
import { useConnection } from '~/stores/connection'
import { call, ProblemFailure, wordsOf } from '~/utils/api'

/** A pack from a file: looked through first, every change said, then taken whole or not at all. */
const emit = defineEmits<{ taken: [] }>()
const connection = useConnection()
const problem = ref<Problem>()
const said = ref('')
const busy = ref('')
const picked = ref(0)
/** A file that was read and looked through, and not yet taken. */
const waiting = ref<{ name: string; pack: unknown; preview: ImportPreview }>()

async function attempt(name: string, what: string, work: () => Promise<void>) {
  busy.value = what
  problem.value = undefined
  said.value = ''
  try {
    await work()
  } catch (error) {
    if (error instanceof ProblemFailure) problem.value = error.problem
    else if (!connection.notice(error))
      said.value = error instanceof SyntaxError ? `${name} is not readable as JSON: ${error.message}` : wordsOf(error)
  } finally {
    busy.value = ''
  }
}
async function look(chosen: File | File[] | null | undefined) {
  const file = Array.isArray(chosen) ? chosen[0] : chosen
  if (!file) return
  // The same file may be chosen again, mended meanwhile.
  picked.value++
  await attempt(file.name, 'Looking through …', async () => {
    if (file.size > limits.packBytes) throw new Error(`${file.name} is larger than ${limits.packBytes / 1024 / 1024} MiB. Split the pack.`)
    const pack: unknown = JSON.parse(await file.text())
    waiting.value = { name: file.name, pack, preview: await call('POST', '/api/packs/preview', packAnswers.preview, pack) }
  })
}
const take = () =>
  attempt(waiting.value!.name, 'Importing …', async () => {
    const { name, pack } = waiting.value!
    const result = await call('POST', '/api/packs', packAnswers.imported, pack)
    said.value = `${name}: ${result.added.length} added, ${result.unchanged.length} already here.`
    waiting.value = undefined
    emit('taken')
  })
const nothingNew = computed(
  () =>
    waiting.value?.preview.sheets.every(sheet => sheet.change === 'same') &&
    waiting.value.preview.families.every(family => family.change === 'same'),
)
const changeTag = { new: 'new', newer: 'new revision', older: 'older revision, kept beside', same: 'already here' } as const
</script>

<template>
  <v-file-input
    :key="picked"
    class="pack"
    density="compact"
    :label="busy || 'Import a pack (*.efferent.json)'"
    accept=".json,application/json"
    prepend-icon=""
    :clearable="false"
    :disabled="!!busy"
    @update:model-value="look"
  />
  <p v-if="said" class="good" role="status">{{ said }}</p>
  <div v-if="problem" class="trouble" role="alert">
    <b>{{ problem.title }}.</b> {{ problem.detail }}
    <ul>
      <li v-for="(item, i) in problem.errors" :key="i">
        <code>{{ item.path || 'file' }}</code>: {{ item.message }}
      </li>
    </ul>
  </div>
  <section v-if="waiting" class="card preview stack" aria-label="What the import would do">
    <div>
      <h2>{{ waiting.name }}: {{ waiting.preview.title }}</h2>
      <p class="soft">Nothing is taken yet. All of it is taken, or nothing.</p>
    </div>
    <ul v-if="waiting.preview.families.length" class="row">
      <li v-for="family in waiting.preview.families" :key="family.id">
        {{ family.name }}
        <span class="tag" :class="{ ok: family.change === 'new', warn: family.change === 'changed' }">{{
          family.change === 'same' ? 'known' : family.change
        }}</span>
      </li>
    </ul>
    <ul class="stack">
      <li v-for="sheet in waiting.preview.sheets" :key="`${sheet.id}${sheet.revision}`">
        <b>{{ sheet.title }}</b> <span class="soft">{{ sheet.id }}, revision {{ sheet.revision }}</span>
        <span class="tag" :class="{ ok: sheet.change === 'new', warn: sheet.change === 'newer' }">{{ changeTag[sheet.change] }}</span>
        <ul v-if="sheet.changes.length" class="changes">
          <li v-for="(words, i) in sheet.changes.slice(0, 12)" :key="i">{{ words }}</li>
          <li v-if="sheet.changes.length > 12" class="soft">and {{ sheet.changes.length - 12 }} more</li>
        </ul>
      </li>
    </ul>
    <div class="row">
      <v-btn-main :disabled="!!busy || nothingNew" @click="take">
        {{
          nothingNew
            ? 'All of it is here already'
            : `Take ${plural(waiting.preview.sheets.filter(sheet => sheet.change !== 'same').length, 'sheet')}`
        }}</v-btn-main><v-btn-second @click="waiting = undefined">Leave it</v-btn-second>
    </div>
  </section>
</template>

<style scoped>
code {
  font-weight: 700;
  font-family: var(--face);
}
.pack {
  max-width: 420px;
}
.preview {
  border-top: 5px solid var(--accent);
}
.changes {
  list-style: disc;
  padding-left: 22px;
}
</style>
