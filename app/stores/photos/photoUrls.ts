import { computed, type Ref } from 'vue'
import type { KeptPhoto } from '~/utils/deviceStore'

/** Where to read photos, some of which wait on this device. */
export function photoUrls(waiting: Readonly<Ref<readonly KeptPhoto[]>>) {
  const shown = new Map<string, string>()

  /** Where to read a photo: from this device while the server does not have it. */
  const urls = computed(
    () =>
      new Map(
        waiting.value.map(({ id, picture }) => {
          if (!shown.has(id)) shown.set(id, URL.createObjectURL(picture))
          return [id, shown.get(id)!]
        }),
      ),
  )
  const urlOf = (id: string): string => urls.value.get(id) ?? `/api/photos/${id}`
  function revoke(id: string): void {
    const url = shown.get(id)
    if (url) URL.revokeObjectURL(url)
    shown.delete(id)
  }
  return { urlOf, revoke }
}
