import { computed, type ComputedRef } from 'vue'

/**
 * A computed that keeps its value, the very object, while what it says stays the same. A job's state is folded anew with every entry and
 * again when the server confirms it; what is planned from it is not to be planned anew for that.
 */
export function steady<T>(get: () => T): ComputedRef<T> {
  let [kept, key]: [T | undefined, string | undefined] = [undefined, '']
  return computed(() => {
    const value = get()
    const next = JSON.stringify(value)
    if (next !== key || kept === undefined) [kept, key] = [value, next]
    return kept as T
  })
}
