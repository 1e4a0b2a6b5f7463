import { useResizeObserver, type MaybeComputedElementRef } from '@vueuse/core'
import { shallowRef, type Ref } from 'vue'

/**
 * How large an element's content is, px; 0 until it has been laid out. Told by the browser after it has laid the page out and before it
 * paints: asking for it earlier would have everything laid out in the middle of being put together, and once more after.
 */
export function useSize(target: MaybeComputedElementRef): { width: Readonly<Ref<number>>; height: Readonly<Ref<number>> } {
  const [width, height] = [shallowRef(0), shallowRef(0)]
  useResizeObserver(target, ([entry]) => {
    width.value = entry!.contentRect.width
    height.value = entry!.contentRect.height
  })
  return { width, height }
}
