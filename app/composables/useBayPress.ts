import { computed, nextTick, onScopeDispose, ref, watch, type ComputedRef, type Ref } from 'vue'
import type { JobCommand } from '#core/job/types'
import { buttonWords } from '#shared/words/factWords'
import { useJobPage } from '~/composables/useJobPage'
import type { BayStep } from '~/composables/useBayStep'

type BayPress = {
  /** What the large button records as it stands; undefined while something is missing. */
  draft: Ref<JobCommand | undefined>
  button: ComputedRef<string>
  press: () => Promise<void>
  /** Enter in a number box records, as the large button does. */
  enter: (event: KeyboardEvent) => void
}

/** The large button of the bay: what it says and records, once for one press; `taken` when that is on this device. */
export function useBayPress({ step, words, entryKey, chosen }: BayStep, taken: () => void): BayPress {
  const { job, refusal, record } = useJobPage()
  const draft = ref<JobCommand>()
  const button = computed(() => buttonWords(draft.value, words.value?.button ?? ''))
  // While there is nothing to enter nothing lies ready to be recorded: the entry comes a moment after its step.
  watch(
    () => job.state?.paused !== undefined || !job.planning?.ok,
    () => (draft.value = undefined),
  )
  // A refusal is about what was entered: it goes when the entry changes.
  watch([() => step.value?.id, draft], () => (refusal.value = undefined))
  // And one that says how long yet, when that time is over.
  let over: ReturnType<typeof setTimeout> | undefined
  watch(refusal, said => {
    clearTimeout(over)
    if (said && 'secondsLeft' in said) over = setTimeout(() => (refusal.value = undefined), said.secondsLeft * 1000)
  })
  onScopeDispose(() => clearTimeout(over))

  /** The entry being kept on this device: pressed again before the screen has moved, it is one press. */
  const keeping = ref('')
  async function press(): Promise<void> {
    const mine = entryKey.value
    if (!step.value || !draft.value || keeping.value === mine) return
    keeping.value = mine
    try {
      if (!(await record(draft.value))) return
      chosen.value = undefined
      taken()
      await nextTick()
      window.scrollTo({ top: 0 })
    } finally {
      if (keeping.value === mine) keeping.value = ''
    }
  }
  function enter(event: KeyboardEvent): void {
    if ((event.target as HTMLElement).tagName === 'INPUT') void press()
  }
  return { draft, button, press, enter }
}
