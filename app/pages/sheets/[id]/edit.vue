<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed, ref } from 'vue'
import { useHead, useRoute } from '#imports'
import { decidingTraits } from '#core/identify/identifyLayouts'
import { traitsFor } from '#core/sheet/evaluatePredicate'
import { resolveSheet } from '#core/sheet/resolveSheet'
import type { Sheet, Standpoint } from '#core/sheet/types'
import { doubtWords } from '#shared/words/integrityWords'
import { mendWords } from '#shared/words/mendWords'
import { plural } from '#shared/words/vocabulary'
import { useSheetDraft } from '~/composables/useSheetDraft'
import { useSession } from '~/stores/session'
import { chapters, titleOfItem, type Chapter } from '~/utils/sheetFields'

const route = useRoute()
const { isLead } = storeToRefs(useSession())
const id = String(route.params.id)
const {
  published,
  draft,
  folded,
  families,
  trouble,
  busy,
  unreadable,
  past,
  change,
  undo,
  schema,
  integrity,
  issues,
  doubts,
  changes,
  openNotes,
  fold,
  setAside,
  publishable,
  publish,
  discard,
} = useSheetDraft(id)
const chapter = ref<Chapter>(chapters[0]!)
const item = ref(0)
const standpoint = ref<Standpoint>('under-lift')
const panel = ref<'picture' | 'changes' | 'notes'>('picture')
useHead({ title: () => `Edit ${draft.value?.title ?? id} · Efferent` })

const list = computed(() =>
  chapter.value.list ? ((draft.value?.[chapter.value.part as keyof Sheet] ?? []) as readonly unknown[]) : undefined,
)
const edited = computed<Record<string, unknown> | undefined>(() => {
  if (!draft.value) return undefined
  if (chapter.value.part === 'head') return draft.value as unknown as Record<string, unknown>
  return (list.value ? list.value[item.value] : draft.value[chapter.value.part]) as Record<string, unknown> | undefined
})
const basePath = computed(() =>
  chapter.value.part === 'head' ? '' : list.value ? `${chapter.value.part}.${item.value}` : chapter.value.part,
)
const pathOf = (key: string) => (basePath.value ? `${basePath.value}.${key}` : key)
function setField(key: string, value: unknown) {
  const { part } = chapter.value
  const put = (object: object) => Object.fromEntries(Object.entries({ ...object, [key]: value }).filter(([, inner]) => inner !== undefined))
  if (part === 'head') change(put(draft.value!) as unknown as Sheet)
  else if (list.value) change({ ...draft.value!, [part]: list.value.map((one, i) => (i === item.value ? put(one as object) : one)) })
  else change({ ...draft.value!, [part]: put(draft.value![part] as object) })
}
function add() {
  const { part, list: of } = chapter.value
  change({ ...draft.value!, [part]: [...list.value!, of!.blank(list.value!.length + 1, draft.value!)] })
  item.value = list.value!.length - 1
}
function copyItem() {
  const one = list.value![item.value] as { id?: string }
  change({ ...draft.value!, [chapter.value.part]: [...list.value!, one.id === undefined ? one : { ...one, id: `${one.id}-copy` }] })
  item.value = list.value!.length - 1
}
function drop() {
  change({ ...draft.value!, [chapter.value.part]: list.value!.filter((_, i) => i !== item.value) })
  item.value = Math.max(0, item.value - 1)
}
function go(to: Chapter, index = 0) {
  chapter.value = to
  item.value = index
}

const wrong = computed(() => new Set(issues.value.map(issue => issue.path)))
const wrongIn = (prefix: string) => issues.value.some(issue => issue.path === prefix || issue.path.startsWith(`${prefix}.`))
function place(path: string): string {
  const [part, index, ...rest] = path.split('.')
  const of = chapters.find(candidate => candidate.part === part)
  const found =
    of?.list && index !== undefined
      ? titleOfItem(((draft.value?.[part as keyof Sheet] ?? []) as unknown[])[Number(index)] ?? {}, of.list.one, Number(index))
      : index
  return [of?.title ?? part, found, ...rest].filter(Boolean).join(' › ')
}
function show(path: string) {
  const [part, index] = path.split('.')
  const of = chapters.find(candidate => candidate.part === part) ?? chapters[0]!
  go(of, of.list && index !== undefined ? Number(index) : 0)
}

// The picture shows a car that has the line in hand: traits its predicate asks for are taken as given.
const resolved = computed(() => {
  if (!draft.value || schema.value.length > 0) return undefined
  const traits = Object.fromEntries(decidingTraits(draft.value).map(trait => [trait.id, trait.values[0]!.id]))
  const line = chapter.value.part === 'lines' ? draft.value.lines[item.value] : undefined
  const asked = line?.when ? traitsFor(line.when) : {}
  const resolution = resolveSheet({ ...draft.value, applies: [{ families: ['any'] }] }, { family: 'any', traits: { ...traits, ...asked } })
  return resolution.applies === 'yes' &&
    resolution.resolved.lines.length > 0 &&
    integrity.value.every(({ issue }) => issue.code !== 'SHEET_ROUTE' && issue.code !== 'SHEET_NO_WAY')
    ? resolution.resolved
    : undefined
})
const line = computed(() => {
  const wanted =
    chapter.value.part === 'lines'
      ? draft.value?.lines[item.value]?.id
      : chapter.value.part === 'joints'
        ? draft.value?.joints[item.value]?.line
        : chapter.value.part === 'holds'
          ? draft.value?.holds[item.value]?.line
          : undefined
  return resolved.value?.lines.find(candidate => candidate.id === wanted)?.id ?? resolved.value?.lines[0]?.id ?? ''
})
const selected = computed(() => (chapter.value.part === 'joints' ? draft.value?.joints[item.value]?.id : undefined))
function pick(joint: string) {
  const index = draft.value!.joints.findIndex(candidate => candidate.id === joint)
  if (index >= 0)
    go(
      chapters.find(candidate => candidate.part === 'joints')!,
      index,
    )
}

const why = ref<Record<string, string>>({})
</script>

<template>
  <LeadWrites v-if="!isLead" :sheet="id" />
  <div v-else-if="!draft" class="stack">
    <h1>Edit a line sheet</h1>
    <div v-if="unreadable" class="trouble row" role="alert">
      <span v-if="unreadable.why === 'newer'"
        >A draft of this sheet on this device was made by a newer Efferent. Load this page again to get that version, or drop the
        draft.</span
      >
      <span v-else>A draft of this sheet on this device cannot be read any more. It has to be dropped before the sheet can be edited.</span>
      <v-btn-bad size="small" @click="discard">Drop the draft</v-btn-bad>
    </div>
    <p v-else-if="trouble" class="trouble" role="alert">{{ trouble }} <NuxtLink to="/sheets/new">Start a new one</NuxtLink></p>
    <div v-else class="busy" role="status" aria-label="Loading the sheet" />
  </div>
  <div v-else class="stack">
    <div class="top">
      <div>
        <h1>{{ draft.title }}</h1>
        <p class="soft">
          {{ published ? `revision ${draft.revision}, after ${published.revision}` : 'a new sheet, revision 1' }} ·
          {{ changes.length ? plural(changes.length, 'change') : published ? 'nothing changed yet' : 'draft' }} · kept on this device
        </p>
      </div>
      <div class="row">
        <v-btn-second size="small" :disabled="past.length === 0" @click="undo">Take back</v-btn-second
        ><v-btn-quiet size="small" @click="discard">{{ published ? 'Drop the draft' : 'Drop it' }}</v-btn-quiet
        ><v-btn-main :disabled="busy || !publishable" @click="publish">
          {{ busy ? 'Publishing …' : `Publish revision ${draft.revision}` }}
        </v-btn-main>
      </div>
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <section v-if="doubts.length" class="caution" aria-label="Is that right?">
      <b>Is that right?</b>
      <p v-for="doubt in doubts" :key="doubt.path.join('.')">{{ place(doubt.path.join('.')) }}: {{ doubtWords(doubt) }}</p>
    </section>
    <section v-if="issues.length" class="trouble" aria-label="What is not right">
      <b>{{ plural(issues.length, 'place') }} not right yet</b>
      <ul>
        <li v-for="(issue, i) in issues.slice(0, 6)" :key="i">
          <button class="at" @click="show(issue.path)">{{ place(issue.path) }}</button> {{ issue.message }}
          <v-btn-second v-if="issue.offer" class="mend" size="small" @click="change(issue.offer.sheet)">{{
            mendWords(issue.offer.mend)
          }}</v-btn-second>
        </li>
        <li v-if="issues.length > 6" class="soft">and {{ issues.length - 6 }} more</li>
      </ul>
    </section>
    <div class="bench">
      <nav class="chapters" aria-label="Chapters">
        <button
          v-for="one in chapters"
          :key="one.part"
          :class="{ on: one.part === chapter.part, wrong: wrongIn(one.part) }"
          :aria-current="one.part === chapter.part ? 'true' : undefined"
          @click="go(one)"
        >
          {{ one.title }}<span v-if="one.list" class="count">{{ ((draft[one.part as keyof Sheet] ?? []) as unknown[]).length }}</span
          ><span v-if="wrongIn(one.part)" class="sr">, not right yet</span>
        </button>
      </nav>
      <div class="card form">
        <h2>{{ chapter.title }}</h2>
        <div v-if="list" class="items">
          <button v-for="(one, i) in list" :key="i" :class="{ on: i === item, wrong: wrongIn(`${chapter.part}.${i}`) }" @click="item = i">
            {{ titleOfItem(one, chapter.list!.one, i) }}</button><button class="add" @click="add">+ {{ chapter.list!.one }}</button>
        </div>
        <div v-if="edited" :key="basePath" class="fields">
          <FieldEditor
            v-for="field in chapter.fields"
            :key="field.key"
            :field="field"
            :model-value="edited[field.key]"
            :sheet="draft"
            :families="families"
            :path="pathOf(field.key)"
            :wrong="wrong"
            @update:model-value="value => setField(field.key, value)"
          />
        </div>
        <p v-else-if="list" class="soft">None yet.</p>
        <div v-if="list && edited" class="row">
          <v-btn-quiet size="small" @click="copyItem">Copy this {{ chapter.list!.one }}</v-btn-quiet
          ><v-btn-quiet size="small" @click="drop">Take it out</v-btn-quiet>
        </div>
      </div>
      <aside class="side">
        <div class="tabs" role="group" aria-label="Beside the form">
          <v-btn-choice :aria-pressed="panel === 'picture'" @click="panel = 'picture'">Strip and picture</v-btn-choice
          ><v-btn-choice v-if="published" :aria-pressed="panel === 'changes'" @click="panel = 'changes'">
            What changed ({{ changes.length }})</v-btn-choice
          ><v-btn-choice v-if="openNotes.length" :aria-pressed="panel === 'notes'" @click="panel = 'notes'">
            Bench notes ({{ openNotes.length }})
          </v-btn-choice>
        </div>
        <template v-if="panel === 'picture'">
          <template v-if="resolved"
            ><StripStack
              :resolved="resolved"
              :line="line"
              :selected="selected"
              @line="
                to =>
                  go(
                    chapters.find(one => one.part === 'lines')!,
                    draft!.lines.findIndex(one => one.id === to),
                  )
              "
              @select="pick" />
            <div class="card pic">
              <RouteView v-model:standpoint="standpoint" :resolved="resolved" :line="line" :selected="selected" @select="pick" /></div
          ></template>
          <div v-else class="empty"><b>No picture yet.</b>It comes back as soon as the places above are right.</div>
        </template>
        <ul v-else-if="panel === 'changes'" class="card changes">
          <li v-for="(words, i) in changes" :key="i">{{ words }}</li>
          <li v-if="changes.length === 0" class="soft">Nothing differs from revision {{ published?.revision }}.</li>
        </ul>
        <ul v-else class="stack">
          <li v-for="note in openNotes" :key="note.id" class="card stack">
            <div>
              <b>{{ note.targetId ?? 'the sheet' }}</b> {{ note.text }} <span class="soft">{{ note.by }}, {{ note.at.slice(0, 10) }}</span>
            </div>
            <div v-if="folded.includes(note.id)" class="good">Goes into revision {{ draft.revision }}.</div>
            <template v-else
              ><div class="row"><v-btn-second size="small" @click="fold(note)">Fold it in</v-btn-second></div>
              <form class="row aside" @submit.prevent="setAside(note, why[note.id]!)">
                <input v-model="why[note.id]" aria-label="Why it is set aside" placeholder="why not" maxlength="500" /><v-btn-quiet
                  size="small"
                  :disabled="!why[note.id]?.trim()"
                >
                  Set it aside
                </v-btn-quiet>
              </form></template
            >
          </li>
        </ul>
      </aside>
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
.bench {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr) minmax(0, 1fr);
  gap: 14px;
  align-items: start;
}
.chapters,
.items {
  display: grid;
}
.chapters button {
  display: flex;
  justify-content: space-between;
  border: 0;
  border-left: 4px solid transparent;
  background: none;
  font: 500 15.5px/1.2 var(--face);
  color: var(--ink);
  padding: 8px 10px;
  min-height: 38px;
  text-align: left;
  cursor: pointer;
}
.chapters button:hover {
  background: var(--well);
}
.chapters .on {
  background: var(--card);
  border-left-color: var(--accent);
  font-weight: 700;
}
.chapters .wrong {
  border-left-color: var(--bad);
}
.chapters .wrong::after {
  content: '!';
  color: var(--bad);
  font-weight: 800;
}
.count {
  color: var(--soft);
  margin-left: auto;
  padding: 0 6px;
}
.form {
  display: grid;
  gap: 12px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 12px;
}
.fields > :is(.items, .needs, .predicate, .contested, .group, .choices, .refs, .course, .body) {
  grid-column: 1 / -1;
}
.fields > :has(textarea) {
  grid-column: 1 / -1;
}
.items {
  display: flex;
  flex-wrap: wrap;
  gap: 0;
}
.form > .items button {
  border: 1px solid var(--line);
  margin: 0 -1px -1px 0;
  background: var(--paper);
  font: 500 15px/1.2 var(--face);
  padding: 7px 11px;
  min-height: 38px;
  cursor: pointer;
  color: var(--ink);
}
.form > .items .on {
  background: var(--ink);
  color: var(--paper);
}
.form > .items .wrong {
  box-shadow: inset 4px 0 var(--bad);
}
.form > .items .add {
  border-style: dashed;
  font-weight: 700;
}
.side {
  display: grid;
  gap: 10px;
  position: sticky;
  top: 8px;
}
.pic {
  padding: 0;
}
.changes {
  list-style: none;
  display: grid;
  gap: 5px;
}
.changes li {
  border-bottom: 1px solid var(--line);
  padding-bottom: 4px;
}
.at {
  border: 0;
  background: none;
  padding: 0;
  font: 700 15px/1.4 var(--face);
  color: var(--ink);
  text-decoration: underline;
  cursor: pointer;
}
.mend {
  margin-left: 8px;
  min-height: 32px;
}
.aside input {
  flex: 1;
  border: 2px solid var(--line);
  border-radius: 3px;
  font: inherit;
  padding: 6px 8px;
  background: var(--card);
  color: inherit;
  min-width: 0;
}
@media (max-width: 1100px) {
  .bench {
    grid-template-columns: minmax(0, 1fr);
  }
  .chapters {
    grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
  }
  .side {
    position: static;
  }
}
</style>
