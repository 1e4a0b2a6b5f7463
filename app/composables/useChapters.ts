import { computed, ref, type Ref } from 'vue'
import { decidingTraits } from '#core/identify/identifyLayouts'
import { traitsFor } from '#core/sheet/evaluatePredicate'
import { resolveSheet } from '#core/sheet/resolveSheet'
import type { Sheet } from '#core/sheet/types'
import { withKey } from '~/utils/editField'
import { chapters, titleOfItem, type Chapter } from '~/utils/sheetFields'

const chapterOf = (part: string | undefined) => chapters.find(candidate => candidate.part === part)

/** Which chapter of a draft is open, which of its items, and what writing in it makes of the draft. */
export function useChapters(draft: Readonly<Ref<Sheet | undefined>>, change: (next: Sheet) => void) {
  const chapter = ref<Chapter>(chapters[0]!)
  const item = ref(0)
  const listIn = (of: Chapter) => (of.list ? ((draft.value?.[of.part as keyof Sheet] ?? []) as readonly unknown[]) : undefined)
  const list = computed(() => listIn(chapter.value))
  const edited = computed(() => {
    if (!draft.value) return undefined
    const { part } = chapter.value
    const found = part === 'head' ? draft.value : list.value ? list.value[item.value] : draft.value[part]
    return found as Record<string, unknown> | undefined
  })
  const basePath = computed(() => {
    const { part } = chapter.value
    return part === 'head' ? '' : list.value ? `${part}.${item.value}` : part
  })
  const pathOf = (key: string) => (basePath.value ? `${basePath.value}.${key}` : key)

  const put = (part: string, value: unknown) => change(withKey(draft.value!, part, value) as Sheet)
  function setField(key: string, value: unknown) {
    const { part } = chapter.value
    if (part === 'head') put(key, value)
    else if (list.value)
      put(
        part,
        list.value.map((one, i) => (i === item.value ? withKey(one as object, key, value) : one)),
      )
    else put(part, withKey(draft.value![part] as object, key, value))
  }
  function addItem(one: unknown) {
    put(chapter.value.part, [...list.value!, one])
    item.value = list.value!.length - 1
  }
  const add = () => addItem(chapter.value.list!.blank(list.value!.length + 1, draft.value!))
  function copy() {
    const one = list.value![item.value] as { id?: string }
    addItem(one.id === undefined ? one : { ...one, id: `${one.id}-copy` })
  }
  function drop() {
    put(
      chapter.value.part,
      list.value!.filter((_, i) => i !== item.value),
    )
    item.value = Math.max(0, item.value - 1)
  }

  function go(to: Chapter, index = 0) {
    chapter.value = to
    item.value = index
  }
  /** To where an issue is. */
  function show(path: string) {
    const [part, index] = path.split('.')
    const of = chapterOf(part) ?? chapters[0]!
    go(of, of.list && index !== undefined ? Number(index) : 0)
  }
  /** A path in words: chapter, item, field. */
  function place(path: string): string {
    const [part, index, ...rest] = path.split('.')
    const of = chapterOf(part)
    const found = of?.list && index !== undefined ? titleOfItem(listIn(of)?.[Number(index)] ?? {}, of.list.one, Number(index)) : index
    return [of?.title ?? part, found, ...rest].filter(Boolean).join(' › ')
  }
  function goTo(part: 'lines' | 'joints', id: string) {
    const index = draft.value?.[part].findIndex(one => one.id === id) ?? -1
    if (index >= 0) go(chapterOf(part)!, index)
  }

  const itemIn = <P extends 'lines' | 'joints' | 'holds'>(part: P): Sheet[P][number] | undefined =>
    chapter.value.part === part ? draft.value?.[part][item.value] : undefined
  /** The line that what is open belongs to. */
  const line = computed(() => itemIn('lines')?.id ?? itemIn('joints')?.line ?? itemIn('holds')?.line)
  const joint = computed(() => itemIn('joints')?.id)
  /** The sheet for a car that has the line in hand: traits its condition asks for are taken as given. */
  const resolved = computed(() => {
    if (!draft.value) return undefined
    const traits = Object.fromEntries(decidingTraits(draft.value).map(trait => [trait.id, trait.values[0]!.id]))
    const when = itemIn('lines')?.when
    const car = { family: 'any', traits: { ...traits, ...(when ? traitsFor(when) : {}) } }
    const resolution = resolveSheet({ ...draft.value, applies: [{ families: ['any'] }] }, car)
    return resolution.applies === 'yes' && resolution.resolved.lines.length > 0 ? resolution.resolved : undefined
  })
  return { chapter, item, list, listIn, edited, basePath, pathOf, setField, add, copy, drop, go, show, place, goTo, line, joint, resolved }
}
