import { computed, ref, watch } from 'vue'
import type { MakeAct } from '#core/making/makeActs'
import { blockersOf, lockedOut, undoneWith } from '#core/making/makeActs'
import { alongTheLine, otherEndFirst, workOut, workOutBy, type LineInMaking } from '#core/making/workOut'
import { actsDone } from '#core/job/state/madeHere'
import type { JobCommand } from '#core/job/types'
import { emptyBench } from '#shared/schemas/making'
import { useWorked } from './useWorked'
import { useJob } from '~/stores/job'

/** A line of a job that is made here: what is said of it so far on this page, what is on record, and the list that follows. */
export function useJobMaking(line: () => string, say: (command: JobCommand) => unknown) {
  const job = useJob()
  const said = computed(() => job.state?.making[line()]?.said)
  const recorded = computed(() => said.value?.making)
  const draft = ref<LineInMaking>(emptyBench().line)
  watch(
    [line, recorded],
    ([, said]) => {
      // What nobody has recorded yet is not taken away by a list that another tablet ticked.
      draft.value = structuredClone(said ?? emptyBench().line) as LineInMaking
    },
    { immediate: true },
  )
  const isChanged = computed(() => JSON.stringify(draft.value) !== JSON.stringify(recorded.value ?? emptyBench().line))
  /** What is on record has its order; for what is said anew one is looked for. */
  const { value: order, busy: isOrdering } = useWorked('bendOrder', () => (isChanged.value ? draft.value : undefined))
  const worked = computed(() =>
    isChanged.value ? workOutBy(draft.value, isOrdering.value ? undefined : order.value) : workOut(draft.value, said.value?.order),
  )
  const done = computed(() => (job.state ? actsDone(job.state, line()) : new Set<string>()))
  const rebends = computed(() => job.state?.making[line()]?.rebends ?? [])
  const set = (change: Partial<LineInMaking>) => (draft.value = { ...draft.value, ...change })
  /** Does an act, or takes it back with all that was built on it. What has to come first, or has locked it out, is answered instead. */
  function tick(act: MakeAct): { first: MakeAct } | { lockedBy: MakeAct } | undefined {
    const { acts } = worked.value
    const lockedBy = lockedOut(acts, done.value, act.id)
    if (lockedBy) return { lockedBy }
    if (done.value.has(act.id)) {
      const left = undoneWith(acts, done.value, act.id)
      const reverts = job.state!.making[line()]!.done.flatMap(one => (left.has(one.act) ? [] : [one.event]))
      void say({ type: 'stepUndone', reverts })
      return undefined
    }
    const [first] = blockersOf(acts, done.value, act.id)
    if (first) return { first }
    void say({ type: 'makeActDone', line: line(), act: act.id })
    return undefined
  }
  const turnRound = () => (draft.value = otherEndFirst(draft.value))
  /** Where no order was found, or nothing is known to look for one, along the line from its first end. */
  function record() {
    const making = draft.value
    return say({ type: 'makingSaid', line: line(), making, order: worked.value.order?.order ?? alongTheLine(making) })
  }
  return { draft, recorded, isChanged, isOrdering, worked, done, rebends, set, tick, turnRound, record }
}
