import { onScopeDispose, ref, type Ref } from 'vue'

/** The time, ticking; for running timers. */
export function useNow(everyMs = 500): Readonly<Ref<number>> {
  const now = ref(Date.now())
  const timer = setInterval(() => (now.value = Date.now()), everyMs)
  onScopeDispose(() => clearInterval(timer))
  return now
}
