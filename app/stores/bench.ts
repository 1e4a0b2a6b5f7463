import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { blockersOf, lockedOut, undoneWith, type MakeAct } from '#core/making/makeActs'
import { otherEndFirst, workOutBy, type LineInMaking } from '#core/making/workOut'
import { useWorked } from '~/composables/useWorked'
import { emptyBench, readBench, type Bench } from '#shared/schemas/making'

const key = 'efferent.bench'

/** What lies on this device's bench: kept here, for whoever works at it, until it is cleared. */
export function keptBench(storage: Pick<Storage, 'getItem'>): { bench: Bench; unreadable: boolean } {
  const text = storage.getItem(key)
  if (text === null) return { bench: emptyBench(), unreadable: false }
  try {
    const read = readBench(JSON.parse(text))
    return read.ok ? { bench: read.value, unreadable: false } : { bench: emptyBench(), unreadable: true }
  } catch {
    return { bench: emptyBench(), unreadable: true }
  }
}

export const useBench = defineStore('bench', () => {
  const kept = keptBench(localStorage)
  const bench = ref<Bench>(kept.bench)
  /** Something lies here that this program cannot read: it is left as it is until somebody clears the bench. */
  const unreadable = ref(kept.unreadable)
  watch(
    bench,
    now => {
      if (!unreadable.value) localStorage.setItem(key, JSON.stringify(now))
    },
    { deep: true },
  )
  const { value: order, busy: isOrdering } = useWorked('bendOrder', () => bench.value.line)
  const worked = computed(() => workOutBy(bench.value.line, isOrdering.value ? undefined : order.value))
  const done = computed(() => new Set(bench.value.done))

  function setLine(change: Partial<LineInMaking>): void {
    bench.value = { ...bench.value, line: { ...bench.value.line, ...change } as Bench['line'] }
  }
  /**
   * Does an act or takes it back with all that was built on it. What has to come first, or what has locked it out, is answered, and nothing
   * is done then.
   */
  function tick(act: MakeAct): { first: MakeAct } | { lockedBy: MakeAct } | undefined {
    const { acts } = worked.value
    const lockedBy = lockedOut(acts, done.value, act.id)
    if (lockedBy) return { lockedBy }
    if (done.value.has(act.id)) {
      bench.value = { ...bench.value, done: [...undoneWith(acts, done.value, act.id)] }
      return undefined
    }
    const [first] = blockersOf(acts, done.value, act.id)
    if (first) return { first }
    bench.value = { ...bench.value, done: [...bench.value.done, act.id] }
    return undefined
  }
  /** Begins at the other end: only while nothing is made, for what is made stays where it is. */
  function turnRound(): void {
    if (done.value.size === 0) setLine(otherEndFirst(bench.value.line))
  }
  const setSystem = (system: Bench['system']) => void (bench.value = { ...bench.value, system })
  function setVerdict(verdict: Bench['verdict']): void {
    bench.value = { ...bench.value, verdict }
  }
  function clear(): void {
    unreadable.value = false
    bench.value = emptyBench()
  }
  return { bench, unreadable, worked, isOrdering, done, setLine, setSystem, tick, turnRound, setVerdict, clear }
})
