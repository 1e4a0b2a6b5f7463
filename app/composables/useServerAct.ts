import { ref, type Ref } from 'vue'
import { shopAnswers } from '#shared/answers/shop'
import { useConnection } from '~/stores/connection'
import { call, wordsOf } from '~/utils/api'

type ServerAct = { trouble: Ref<string>; busy: Ref<boolean>; before: Ref<number>; act: (work: () => Promise<unknown>) => Promise<boolean> }
/** Longer than this is a wait: then, and as often again, it is asked how many stand before it, ms. */
const aMoment = 1000

/**
 * Something asked of the server by a touch: one at a time, with what went wrong in words. True when it was done. `before`: how many others
 * are worked out first, where it waits.
 */
export function useServerAct(): ServerAct {
  const connection = useConnection()
  const trouble = ref('')
  const busy = ref(false)
  const before = ref(0)
  const askPlace = () =>
    call('GET', '/api/waiting', shopAnswers.waiting).then(
      place => void (before.value = busy.value ? (place.before ?? 0) : 0),
      () => {},
    )
  async function act(work: () => Promise<unknown>): Promise<boolean> {
    if (busy.value) return false
    busy.value = true
    trouble.value = ''
    const asking = setInterval(() => void askPlace(), aMoment)
    try {
      await work()
      return true
    } catch (error) {
      if (!connection.notice(error)) trouble.value = wordsOf(error)
      return false
    } finally {
      clearInterval(asking)
      busy.value = false
      before.value = 0
    }
  }
  return { trouble, busy, before, act }
}
