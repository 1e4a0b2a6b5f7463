import { onUnmounted, shallowRef, watch, type ShallowRef } from 'vue'
import { afterFrame } from '~/utils/afterFrame'

/** What follows a change one frame late: what was asked for is on the screen first, what is worked out beside it comes after. */
export function useAfterFrame<T>(get: () => T): Readonly<ShallowRef<T>> {
  const kept = shallowRef(get())
  let callOff = () => {}
  watch(get, value => {
    callOff()
    callOff = afterFrame(() => (kept.value = value))
  })
  onUnmounted(() => callOff())
  return kept
}
