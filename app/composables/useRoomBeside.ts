import { useMediaQuery } from '@vueuse/core'
import { computed, type ComputedRef, type Ref } from 'vue'
import { useSize } from './useSize'

/**
 * Where the bay's picture goes. On a wide screen it is open where there is room: beside what is to be read, or under it; on a phone it is
 * a touch away.
 */
export function useRoomBeside(
  reading: Ref<HTMLElement | undefined>,
  entering: Ref<HTMLElement | undefined>,
): { wide: Ref<boolean>; beside: ComputedRef<boolean> } {
  const wide = useMediaQuery('(min-width: 900px)')
  const [{ height: readingHeight }, { height: enteringHeight }] = [useSize(reading), useSize(entering)]
  return { wide, beside: computed(() => wide.value && readingHeight.value > enteringHeight.value) }
}
