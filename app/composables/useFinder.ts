import { libraryAnswers } from '#shared/answers/library'
import { computed, ref, watch, type Ref } from 'vue'
import { navigateTo } from '#imports'
import type { SearchHit, SearchResult } from '#shared/schemas/library'
import type { JobRow } from '#shared/schemas/jobRow'
import { useConnection } from '~/stores/connection'
import { useFloor } from '~/stores/floor'
import { call, wordsOf } from '~/utils/api'
import { jobsOn } from '~/utils/jobsOn'

export type Target = { to: string; text: string }
const sheetPath = (id: string, query: Record<string, string | undefined> = {}) => {
  const search = new URLSearchParams(Object.entries(query).filter((pair): pair is [string, string] => pair[1] !== undefined)).toString()
  return `/sheets/${id}${search ? `?${search}` : ''}`
}
/** Everything a hit can open; of a car that is being worked on, that work first. `open`: the jobs on the floor. */
export function targetsOf(hit: SearchHit, open: readonly JobRow[]): Target[] {
  switch (hit.kind) {
    case 'vehicle':
      return [
        ...jobsOn(open, hit.vehicle.id).map(job => ({ to: `/jobs/${job.id}`, text: `Job ${job.number}: ${job.sheetTitle}` })),
        ...hit.sheets.map(sheet => ({ to: sheetPath(sheet.id, { vehicle: hit.vehicle.id }), text: sheet.title })),
        { to: `/car?vehicle=${hit.vehicle.id}`, text: 'All lines of this car' },
      ]
    case 'sheet':
      return [{ to: sheetPath(hit.sheet.id), text: 'Open the sheet' }]
    case 'customer':
      return [{ to: `/lookup?q=${encodeURIComponent(hit.customer)}`, text: 'Their vehicles' }]
    case 'fitting':
      return [{ to: sheetPath(hit.sheet, { joint: hit.id }), text: 'Show it on the line' }]
    case 'fluid':
    case 'part':
    case 'note':
      return [{ to: sheetPath(hit.sheet), text: 'Open the sheet' }]
  }
}

/** What is typed into a search box, what was found, and the one the arrow keys are on. */
export function useFinder(query: Ref<string>) {
  const connection = useConnection()
  const floor = useFloor()
  const result = ref<SearchResult>()
  const trouble = ref('')
  const at = ref(0)
  /** It was looked for on this device alone, because nobody answered. */
  const isHereOnly = ref(false)
  let wanted = 0
  const targets = computed(() => result.value?.hits.flatMap(hit => targetsOf(hit, floor.open)) ?? [])

  async function search(): Promise<void> {
    const mine = ++wanted
    trouble.value = ''
    if (!query.value.trim()) {
      result.value = undefined
      return
    }
    try {
      const typed = query.value
      const answer = await connection.lookElse(
        async () => ({ found: await call('GET', `/api/search?q=${encodeURIComponent(typed)}`, libraryAnswers.search), here: false }),
        async () => ({ found: await (await import('~/utils/searchHere')).searchHere(typed), here: true }),
      )
      // Only the answer to the last keystroke counts.
      if (mine !== wanted) return
      // Whoever has moved to one of them already keeps it, where it is still there.
      const chosen = at.value > 0 ? targets.value[at.value]?.to : undefined
      result.value = answer.found
      isHereOnly.value = answer.here
      at.value = Math.max(
        0,
        targets.value.findIndex(({ to }) => to === chosen),
      )
    } catch (error) {
      if (!connection.notice(error)) trouble.value = wordsOf(error)
    }
  }
  watch(query, search)
  watch(() => connection.recoveries, search)
  const move = (by: number) => (at.value = Math.max(0, Math.min(targets.value.length - 1, at.value + by)))
  /** Enter before the answer is here waits for it. */
  async function open(): Promise<boolean> {
    if (result.value?.query !== query.value.trim()) await search()
    const target = targets.value[at.value]
    if (!target) return false
    await navigateTo(target.to)
    return true
  }
  return { result, isHereOnly, trouble, at, targets, search, move, open }
}
