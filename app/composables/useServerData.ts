import { computed, onScopeDispose, shallowRef, watch, type ComputedRef, type Ref } from 'vue'
import { useAsyncData } from '#imports'
import { useConnection } from '~/stores/connection'
import { wordsOf } from '~/utils/api'

type Outcome<T> = { value: T } | { error: unknown }

/**
 * What the server knows, for a page: the one way to load it. `key` names it, and another key is another thing to load. While somebody is
 * away the page keeps what it has and asks again when they are back; what else went wrong is in `trouble`, in words.
 */
export function useServerData<T>(
  key: () => string,
  read: () => Promise<T>,
): { data: ComputedRef<T | undefined>; trouble: ComputedRef<string>; busy: ComputedRef<boolean>; refresh: () => Promise<void> } {
  const connection = useConnection()
  /** Something of it came from this device, because nobody answered: it is asked for again when somebody does. */
  let isOld = false
  const {
    data: outcome,
    status,
    refresh,
  } = useAsyncData(
    key,
    async (): Promise<Outcome<T>> => {
      const before = connection.lookBacks()
      try {
        const value = await read()
        isOld = connection.lookBacks() > before
        return { value }
      } catch (error) {
        return { error }
      }
    },
    { server: false, lazy: true, deep: false },
  )
  const kept = shallowRef<T>()
  const trouble = shallowRef('')
  watch(
    outcome as Ref<Outcome<T> | undefined>,
    now => {
      if (!now) return
      if ('value' in now) kept.value = now.value
      trouble.value = 'error' in now && !connection.notice(now.error) ? wordsOf(now.error) : ''
    },
    { immediate: true },
  )
  // Another thing is asked for: what was there is not it.
  watch(key, () => (kept.value = undefined))
  const stop = watch(
    () => connection.recoveries,
    () => (kept.value === undefined || isOld) && void refresh(),
  )
  onScopeDispose(stop)
  return {
    data: computed(() => kept.value),
    trouble: computed(() => trouble.value),
    busy: computed(() => status.value === 'pending'),
    refresh: () => refresh(),
  }
}
