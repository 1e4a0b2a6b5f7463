<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed, ref } from 'vue'
import { useHead, useRoute } from '#imports'
import type { Standpoint } from '#core/sheet/types'
import { doubtWords } from '#shared/words/integrityWords'
import { useChapters } from '~/composables/useChapters'
import { useSheetDraft } from '~/composables/useSheetDraft'
import { useSession } from '~/stores/session'
import { titleOfItem } from '~/utils/sheetFields'

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
const { chapter, item, list, listIn, edited, basePath, pathOf, setField, add, copy, drop, go, show, place, goTo, line, joint, resolved } =
  useChapters(draft, change)
const standpoint = ref<Standpoint>('under-lift')
const panel = ref<'picture' | 'changes' | 'notes'>('picture')
useHead({ title: () => `Edit ${draft.value?.title ?? id} · Efferent` })

const wrong = computed(() => new Set(issues.value.map(issue => issue.path)))
const wrongIn = (prefix: string) => issues.value.some(issue => issue.path === prefix || issue.path.startsWith(`${prefix}.`))
/** A picture is drawn of what hangs together. */
const drawn = computed(() =>
  schema.value.length === 0 && integrity.value.every(({ issue }) => issue.code !== 'SHEET_ROUTE' && issue.code !== 'SHEET_NO_WAY')
    ? resolved.value
    : undefined,
)
const lineDrawn = computed(() => drawn.value?.lines.find(({ id: one }) => one === line.value)?.id ?? drawn.value?.lines[0]?.id ?? '')
</script>

<template>
  <NoDraft v-if="!draft" :unreadable="unreadable" :trouble="trouble" @discard="discard" />
  <div v-else class="stack">
    <EditHead
      :draft="draft"
      :published="published"
      :changes="changes.length"
      :may-undo="past.length > 0"
      :may-publish="publishable"
      :is-lead="isLead"
      :busy="busy"
      @undo="undo"
      @discard="discard"
      @publish="publish"
    />
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <section v-if="doubts.length" class="caution" aria-label="Is that right?">
      <b>Is that right?</b>
      <p v-for="doubt in doubts" :key="doubt.path.join('.')">{{ place(doubt.path.join('.')) }}: {{ doubtWords(doubt) }}</p>
    </section>
    <EditIssues v-if="issues.length" :issues="issues" :place="place" @show="show" @mend="change" />
    <div class="parts">
      <EditChapters :current="chapter" :count="one => listIn(one)?.length" :is-wrong="one => wrongIn(one.part)" @go="one => go(one)" />
      <div class="card form">
        <h2>{{ chapter.title }}</h2>
        <div v-if="list" class="tabs">
          <v-btn-choice
            v-for="(one, i) in list"
            :key="i"
            :aria-pressed="i === item"
            :class="{ 'edit-wrong': wrongIn(`${chapter.part}.${i}`) }"
            @click="item = i"
          >
            {{ titleOfItem(one, chapter.list!.one, i) }}</v-btn-choice><v-btn-choice @click="add">+ {{ chapter.list!.one }}</v-btn-choice>
        </div>
        <div v-if="edited" :key="basePath" class="edit-fields">
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
          <v-btn-quiet size="small" @click="copy">Copy this {{ chapter.list!.one }}</v-btn-quiet
          ><v-btn-quiet size="small" @click="drop">Take it out</v-btn-quiet>
        </div>
      </div>
      <aside class="side">
        <div class="tabs" role="group" aria-label="Beside the form">
          <v-btn-choice :aria-pressed="panel === 'picture'" @click="panel = 'picture'">Strip and picture</v-btn-choice
          ><v-btn-choice v-if="published" :aria-pressed="panel === 'changes'" @click="panel = 'changes'">
            What changed ({{ changes.length }})</v-btn-choice
          ><v-btn-choice v-if="openNotes.length" :aria-pressed="panel === 'notes'" @click="panel = 'notes'">
            Bay notes ({{ openNotes.length }})
          </v-btn-choice>
        </div>
        <template v-if="panel === 'picture'">
          <template v-if="drawn"
            ><StripStack
              :resolved="drawn"
              :line="lineDrawn"
              :selected="joint"
              @line="to => goTo('lines', to)"
              @select="to => goTo('joints', to)" />
            <div class="card pic">
              <RouteView
                v-model:standpoint="standpoint"
                :resolved="drawn"
                :line="lineDrawn"
                :selected="joint"
                @select="to => goTo('joints', to)"
              /></div
          ></template>
          <div v-else class="empty"><b>No picture yet.</b>It comes back as soon as the places above are right.</div>
        </template>
        <ul v-else-if="panel === 'changes'" class="card changes">
          <li v-for="(words, i) in changes" :key="i">{{ words }}</li>
          <li v-if="changes.length === 0" class="soft">Nothing differs from revision {{ published?.revision }}.</li>
        </ul>
        <EditNotes
          v-else
          :notes="openNotes"
          :folded="folded"
          :revision="draft.revision"
          :may-set-aside="isLead"
          @fold="fold"
          @set-aside="(note, why) => setAside(note, why)"
        />
      </aside>
    </div>
  </div>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: 160px minmax(0, 1fr) minmax(0, 1fr);
  gap: 14px;
  align-items: start;
}
.form {
  display: grid;
  gap: 12px;
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
@media (max-width: 1100px) {
  .parts {
    grid-template-columns: minmax(0, 1fr);
  }
  .side {
    position: static;
  }
}
</style>
