import { useEventListener } from '@vueuse/core'
import { computed, onScopeDispose, ref, watch, type ComputedRef, type WatchSource } from 'vue'
import { navigateTo } from '#imports'
import { useProgram } from '~/stores/program'

const begunWords = 'What you have begun here is not recorded. Esc again leaves it; anything else stays.'
/**
 * Escape leaves the bay; with an entry begun it says so first, and only a second one leaves: a sleeve on the key is not to throw it away.
 * `begun`: what changes when somebody goes on with the entry, or comes to another.
 */
export function useLeaveBay(job: string, begun: WatchSource[]): { leaving: ComputedRef<string | undefined>; leave: () => void } {
  const program = useProgram()
  const asked = ref(false)
  onScopeDispose(() => (program.inHand = false))
  watch(begun, () => (asked.value = false))
  function leave(): void {
    const isBegun = program.inHand && !asked.value
    asked.value = isBegun
    if (!isBegun) void navigateTo(`/jobs/${job}`)
  }
  useEventListener('keydown', (event: KeyboardEvent) => {
    const field = event.target
    // The page's own key hears nothing while somebody types; what lies over the page has a key of its own.
    if (event.key !== 'Escape' || !(field instanceof HTMLInputElement) || document.querySelector('.v-overlay--active')) return
    field.blur()
    leave()
  })
  return { leaving: computed(() => (asked.value ? begunWords : undefined)), leave }
}
