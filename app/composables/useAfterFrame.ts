import { onUnmounted, shallowRef, watch, type ShallowRef } from 'vue'

/** What follows a change one frame late: what was asked for is on the screen first, what is worked out beside it comes after. */
export function useAfterFrame<T>(get: () => T): Readonly<ShallowRef<T>> {
  const kept = shallowRef(get())
  let asked = 0
  watch(get, (value) => {
    cancelAnimationFrame(asked)
    asked = requestAnimationFrame(() => setTimeout(() => (kept.value = value)))
  })
  onUnmounted(() => cancelAnimationFrame(asked))
  return kept
}
