import { computed, shallowRef } from 'vue'
import { evolve, foldOnto, type Folded } from '#core/job/state/evolve'
import type { JobEvent, JobState } from '#core/job/types'
import type { Sheet } from '#core/sheet/types'
import type { JobView } from '#shared/schemas/jobView'
import type { KeptEntry } from '~/utils/keptEntry'
import type { useQueue } from '../queue'

/** What is known of one job: what is on record, and on top of it what this device has recorded. */
export function jobLedger(queue: ReturnType<typeof useQueue>) {
  const view = shallowRef<JobView>()
  const confirmed = shallowRef<JobEvent[]>([])
  /** The newest revision of the sheet, where it is newer than the job's. */
  const newer = shallowRef<Sheet>()
  const known = computed(() => new Set(confirmed.value.map(event => event.id)))
  /** Sent by another tab, and not seen on record here yet: shown until it is. */
  const leaving = shallowRef<readonly KeptEntry[]>([])
  const outbox = computed(() =>
    [...leaving.value, ...queue.waiting.filter(kept => kept.job === view.value?.row.id)].filter(kept => !known.value.has(kept.id)),
  )

  // Between one job and the next, events of the one may stand beside the view of the other: then there is no state.
  const isWhole = computed(() => confirmed.value[0]?.job === view.value?.row.id)
  // Each event that arrives is folded on to what is known: a long job is not folded anew for it.
  let folded: Folded | undefined
  const confirmedState = computed(() => {
    folded = isWhole.value ? foldOnto(folded, confirmed.value) : undefined
    return folded?.state
  })
  const state = computed(() =>
    (isWhole.value ? outbox.value : []).reduce<JobState | undefined>(
      (folded, { event }, i) => evolve(folded, { ...event, seq: (confirmedState.value?.seq ?? 0) + i + 1 }),
      confirmedState.value,
    ),
  )
  return { view, confirmed, newer, known, leaving, outbox, confirmedState, state }
}
