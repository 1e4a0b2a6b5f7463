import { ref, type Ref } from 'vue'
import { useConnection } from '~/stores/connection'
import { wordsOf } from '~/utils/api'

/** Something asked of the server by a touch: one at a time, with what went wrong in words. True when it was done. */
export function useServerAct(): { trouble: Ref<string>; busy: Ref<boolean>; act: (work: () => Promise<unknown>) => Promise<boolean> } {
  const connection = useConnection()
  const trouble = ref('')
  const busy = ref(false)
  async function act(work: () => Promise<unknown>): Promise<boolean> {
    if (busy.value) return false
    busy.value = true
    trouble.value = ''
    try {
      await work()
      return true
    } catch (error) {
      if (!connection.notice(error)) trouble.value = wordsOf(error)
      return false
    } finally {
      busy.value = false
    }
  }
  return { trouble, busy, act }
}
