import { storeToRefs } from 'pinia'
import { ref, type ComputedRef, type Ref } from 'vue'
import { useConnection } from '~/stores/connection'
import { useSession } from '~/stores/session'
import { wordsOf } from '~/utils/api'

/** Something the lead sets for the whole shop: a draft, kept when it is sent, or what is wrong with it. */
export function useShopSetting<T>(save: (value: T) => Promise<void>): {
  draft: Ref<T | undefined>
  trouble: Ref<string>
  mayChange: ComputedRef<boolean>
  keep: () => Promise<void>
} {
  const session = useSession()
  const connection = useConnection()
  const { isLead: mayChange } = storeToRefs(session)
  const draft = ref<T>() as Ref<T | undefined>
  const trouble = ref('')
  async function keep(): Promise<void> {
    trouble.value = ''
    try {
      await save(draft.value!)
      draft.value = undefined
    } catch (error) {
      if (!connection.notice(error)) trouble.value = wordsOf(error)
    }
  }
  return { draft, trouble, mayChange, keep }
}
