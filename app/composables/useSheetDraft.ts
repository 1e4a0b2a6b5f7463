import { computed, ref, shallowRef, watch } from 'vue'
import { navigateTo } from '#imports'
import { checkIntegrity } from '#core/sheet/checkIntegrity'
import { compareSheets } from '#core/sheet/compareSheets'
import { doubtTorques } from '#core/sheet/doubtTorques'
import { offerMend } from '#core/sheet/mendSheet'
import type { Sheet } from '#core/sheet/types'
import { libraryAnswers } from '#shared/answers/library'
import type { NoteView } from '#shared/schemas/library'
import type { Unreadable } from '#shared/versioned'
import { changeWords } from '#shared/words/changeWords'
import { integrityWords } from '#shared/words/integrityWords'
import { useConnection } from '~/stores/connection'
import { sheetAnswers } from '~/utils/answers'
import { call, ProblemFailure, wordsOf } from '~/utils/api'
import { noReceipt } from '~/utils/receipts'
import { dropDraft, readDraft, schemaIssues, writeDraft } from '~/utils/drafts'
import { useServerData } from './useServerData'

/** A place in the draft that is not right, in words, with the mend where there is one. */
export type DraftIssue = { path: string; message: string; offer?: ReturnType<typeof offerMend> }

/**
 * A draft of a line sheet on this device: begun from what is published or from what was left lying, kept with every change, held against
 * schema and integrity, published or dropped.
 */
export function useSheetDraft(id: string) {
  const connection = useConnection()
  const published = shallowRef<Sheet>()
  const draft = shallowRef<Sheet>()
  const folded = ref<string[]>([])
  const notes = ref<NoteView[]>([])
  const trouble = ref('')
  const busy = ref(false)
  const isKept = ref(false)
  /** A draft lies on this device that this version cannot read: nothing is edited, and so written over it, until it is gone. */
  const unreadable = shallowRef<Unreadable>()

  const { data: known, trouble: unread } = useServerData(
    () => `editing ${id}`,
    async () => {
      const [families, current] = await Promise.all([
        call('GET', '/api/families', sheetAnswers.families),
        call('GET', `/api/sheets/${id}`, sheetAnswers.sheet).catch((error: unknown) => {
          if (error instanceof ProblemFailure && error.problem.code === 'SHEET_UNKNOWN') return undefined
          throw error
        }),
      ])
      return { families, current, notes: current ? await call('GET', `/api/sheets/${id}/notes`, libraryAnswers.notes) : [] }
    },
  )
  const families = computed(() => known.value?.families ?? [])
  watch(unread, words => (trouble.value = words))
  watch(known, now => {
    if (!now) return
    published.value = now.current?.sheet
    notes.value = now.notes
    const kept = readDraft(localStorage, id)
    unreadable.value = kept.ok ? undefined : kept.error
    if (!kept.ok) return
    const before = kept.value
    const basedOn = published.value?.revision ?? 0
    if (before) {
      draft.value = { ...before.sheet, revision: basedOn + 1 }
      folded.value = before.notes
      isKept.value = true
    } else if (published.value) draft.value = { ...published.value, revision: basedOn + 1 }
    else trouble.value = `There is no line sheet “${id}” and no draft of one on this device.`
  })

  // Every change is kept on this device at once, and can be taken back.
  const past = shallowRef<Sheet[]>([])
  function change(next: Sheet) {
    if (!draft.value) return
    past.value = [...past.value.slice(-99), draft.value]
    draft.value = next
  }
  function undo() {
    const before = past.value.at(-1)
    if (!before) return
    past.value = past.value.slice(0, -1)
    draft.value = before
  }
  watch([draft, folded], () => {
    if (draft.value && (past.value.length > 0 || isKept.value))
      writeDraft(localStorage, {
        sheet: draft.value,
        basedOn: published.value?.revision ?? 0,
        notes: folded.value,
        savedAt: new Date().toISOString(),
      })
  })

  const schema = computed(() => (draft.value ? schemaIssues(draft.value) : []))
  // Integrity relies on what the schema promises; a draft that breaks it is mended there first.
  const integrity = computed(() =>
    draft.value && schema.value.length === 0
      ? checkIntegrity(draft.value).map(issue => ({
          issue,
          path: issue.path.join('.'),
          message: integrityWords(issue),
          offer: offerMend(draft.value!, issue),
        }))
      : [],
  )
  const issues = computed((): DraftIssue[] => [...schema.value.map(({ path, message }) => ({ path, message })), ...integrity.value])
  /** To be asked about, not refused. */
  const doubts = computed(() => (draft.value && schema.value.length === 0 ? doubtTorques(draft.value) : []))

  const changes = computed(() =>
    draft.value && published.value
      ? compareSheets(published.value, draft.value).map(one => changeWords(one, published.value!, draft.value!))
      : [],
  )
  const openNotes = computed(() => notes.value.filter(note => note.foldedInto === undefined && note.setAside === undefined))
  function fold(note: NoteView) {
    folded.value = [...folded.value, note.id]
    change({ ...draft.value!, notes: [...draft.value!.notes, { by: note.by, date: note.at.slice(0, 10), text: note.text }] })
  }
  async function setAside(note: NoteView, why: string) {
    try {
      const settled = await call('POST', `/api/notes/${note.id}/set-aside`, libraryAnswers.note, { why })
      notes.value = notes.value.map(one => (one.id === note.id ? settled : one))
    } catch (error) {
      if (!connection.notice(error)) trouble.value = wordsOf(error)
    }
  }

  const publishable = computed(() => issues.value.length === 0 && (published.value === undefined || changes.value.length > 0))
  async function publish() {
    if (!draft.value) return
    busy.value = true
    trouble.value = ''
    try {
      const { revision } = draft.value
      const kept = await call('POST', `/api/sheets/${id}/revisions`, libraryAnswers.revision, { sheet: draft.value, notes: folded.value })
      if (kept.id !== id || kept.revision !== revision) throw noReceipt()
      dropDraft(localStorage, id)
      await navigateTo(`/sheets/${id}`)
    } catch (error) {
      if (connection.notice(error)) trouble.value = 'Not published: the server is away. The draft is kept on this device.'
      else
        trouble.value =
          error instanceof ProblemFailure
            ? `${error.problem.detail} ${error.problem.errors?.map(one => `${one.path}: ${one.message}`).join('; ') ?? ''}`
            : wordsOf(error)
    } finally {
      busy.value = false
    }
  }
  async function discard() {
    dropDraft(localStorage, id)
    await navigateTo(published.value ? `/sheets/${id}` : '/library')
  }

  return {
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
  }
}
