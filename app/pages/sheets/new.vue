<script setup lang="ts">
import { useServerData } from '~/composables/useServerData'
import { computed, ref } from 'vue'
import { navigateTo, useHead, useRoute } from '#imports'
import { blankSheet } from '#core/sheet/mendSheet'
import { systems, type Family, type Sheet, type System } from '#core/sheet/types'
import { limits } from '#shared/limits'
import { slugOf } from '#shared/slugOf'
import { systemSays } from '#shared/words/systemSays'
import { useConnection } from '~/stores/connection'
import { sheetAnswers } from '~/utils/answers'
import { call, wordsOf } from '~/utils/api'
import { schemaIssues, writeDraft } from '~/utils/drafts'
import { nameSchema, slugSchema } from '#shared/schemas/basics'
import { lookSheets } from '~/utils/lookSheets'
import { ruleBy, whenTaken } from '~/utils/ruleBy'

useHead({ title: 'New line sheet · Efferent' })
const route = useRoute()
const connection = useConnection()
const title = ref('')
const id = ref('')
const system = ref<System>('transmission-cooler')
const family = ref(typeof route.query.family === 'string' ? route.query.family : undefined)
const copy = ref(typeof route.query.copy === 'string' ? route.query.copy : null)
const from = ref<'blank' | 'copy' | 'file'>(copy.value ? 'copy' : 'blank')
const file = ref<File>()
const trouble = ref('')
const { data: known, trouble: unread } = useServerData(
  () => 'families to write for',
  async () => {
    return { families: await call('GET', '/api/families', sheetAnswers.families) }
  },
)
/** Made here just now: the list was read before. */
const made = ref<Family[]>([])
const families = computed(() => [...(known.value?.families ?? []), ...made.value])
const adding = ref(false)
function took(one: Family) {
  made.value.push(one)
  family.value = one.id
  adding.value = false
}
watch(unread, words => (trouble.value = words))
const slug = computed(() => slugOf(id.value || title.value))
/** What it begins from has been said. */
const hasSource = computed(() => ({ blank: family.value, copy: copy.value, file: file.value })[from.value])
const { data: same } = useServerData(
  () => `sheet called ${slug.value}`,
  async () => (slug.value ? lookSheets({ id: slug.value }) : undefined),
)
const taken = computed(() => (same.value?.found ?? 0) > 0)

async function begun(): Promise<Sheet> {
  if (from.value === 'blank') return blankSheet(slug.value, title.value, system.value, family.value!)
  const source =
    from.value === 'copy'
      ? (await call('GET', `/api/sheets/${copy.value}`, sheetAnswers.sheet)).sheet
      : (JSON.parse(await file.value!.text()) as Sheet)
  const sheet = { ...source, id: slug.value, revision: 1, title: title.value, notes: [] }
  const [issue] = schemaIssues(sheet)
  if (issue) throw new Error(`The file is no line sheet: ${issue.path}: ${issue.message}`)
  return sheet
}
async function start() {
  trouble.value = ''
  try {
    if (file.value && file.value.size > limits.packBytes) throw new Error(`${file.value.name} is too large.`)
    writeDraft(localStorage, { sheet: await begun(), basedOn: 0, notes: [], savedAt: new Date().toISOString() })
    await navigateTo(`/sheets/${slug.value}/edit`)
  } catch (error) {
    if (!connection.notice(error))
      trouble.value = error instanceof SyntaxError ? `The file is not readable as JSON: ${error.message}` : wordsOf(error)
  }
}
</script>

<template>
  <v-form class="stack new" @submit.prevent="whenTaken(start)($event)">
    <h1>New line sheet</h1>
    <div class="tabs" role="group" aria-label="Start from">
      <v-btn-choice :aria-pressed="from === 'blank'" @click="from = 'blank'">Blank</v-btn-choice
      ><v-btn-choice :aria-pressed="from === 'copy'" @click="from = 'copy'">A copy</v-btn-choice
      ><v-btn-choice :aria-pressed="from === 'file'" @click="from = 'file'">A file</v-btn-choice>
    </div>
    <SheetPick v-if="from === 'copy'" v-model="copy" label="Copy of" none="No line sheet is called that." />
    <v-file-input
      v-if="from === 'file'"
      label="A single line sheet (*.json)"
      accept=".json,application/json"
      @update:model-value="chosen => (file = Array.isArray(chosen) ? chosen[0] : (chosen ?? undefined))"
    />
    <v-text-field v-model="title" label="Title" :rules="[ruleBy(nameSchema)]" />
    <v-text-field
      v-model="id"
      :placeholder="slug"
      :label="`Id: ${slug || 'from the title'}`"
      hint="Kept for ever; jobs and notes refer to it."
      :rules="[ruleBy(slugSchema.optional())]"
      persistent-hint
    />
    <template v-if="from === 'blank'"
      ><v-select v-model="system" :items="systems.map(value => ({ value, title: systemSays[value].name }))" label="System" /><v-select
        v-model="family"
        :items="families.map(item => ({ value: item.id, title: `${item.make} ${item.model} ${item.body}` }))"
        label="Vehicle family"
        placeholder="not chosen yet"
        persistent-placeholder
        :hint="known && families.length === 0 ? 'No vehicle is known here yet: add the first one.' : undefined"
        persistent-hint
      /><NewFamily v-if="adding" @added="took" /><v-btn-quiet v-else size="small" @click="adding = true">
        A vehicle that is not here yet
      </v-btn-quiet></template
    >
    <p v-if="taken" class="trouble">
      “{{ slug }}” is here already. <NuxtLink :to="`/sheets/${slug}/edit`">Edit it</NuxtLink>, or give the new one another id.
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div>
      <v-btn-main type="submit" :disabled="!slug || !title.trim() || taken || !hasSource"> Start writing </v-btn-main>
    </div>
  </v-form>
</template>

<style scoped>
.new {
  max-width: 620px;
}
</style>
