import { computed, type ComputedRef } from 'vue'
import { useServerClock } from '~/stores/serverClock'
import { useNow } from './useNow'

/** The time by the server's clock, ticking, ms: what an act would be dated by. A device's own may be an hour off. */
export function useServerNow(everyMs = 500): ComputedRef<number> {
  const now = useNow(everyMs)
  const clock = useServerClock()
  return computed(() => now.value + clock.offset)
}
