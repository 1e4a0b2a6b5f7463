import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { call, ProblemFailure } from '~/utils/api'
import { limits } from '#shared/limits'
import { createPhotoBox, type KeptPhoto, type PhotoBox, type RawPhoto } from '~/utils/photoBox'
import { shrinkPhoto } from '~/utils/shrinkPhoto'
import { useConnection } from './connection'
import { useSession } from './session'

/**
 * Photos on their way to the server. The entry that names one goes through the job's outbox; the picture follows by itself, from any
 * page, and survives a reload. What the server
 * will not take is said once, and let go.
 */
export const usePhotos = defineStore('photos', () => {
  const connection = useConnection()
  const session = useSession()
  const waiting = shallowRef<readonly KeptPhoto[]>([])
  const refused = ref<{ id: string; job: string; why: string }[]>([])
  const shown = new Map<string, string>()
  let box: PhotoBox | undefined
  let sending = false
  const kept = () => (box ??= createPhotoBox())

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

  /** Photos being made small on this page. */
  const inHand = new Set<string>()
  /**
   * Keeps a photo as it was taken, makes it small and sends it. Whoever leaves the page meanwhile finds it among the unfinished. Throws,
   * and forgets it, when it is none.
   */
  async function take(photo: RawPhoto): Promise<void> {
    const { id, job } = photo
    inHand.add(id)
    try {
      await kept().add(photo)
      const small: KeptPhoto = { id, job, picture: await shrinkPhoto(photo.picture, limits.photoSentSide) }
      await kept().add(small)
      waiting.value = [...waiting.value, small]
      void send()
    } catch (error) {
      await kept().remove(id)
      throw error
    } finally {
      inHand.delete(id)
    }
  }
  /** Photos of a job that were taken and not made small before somebody left: to be taken again. */
  const unfinished = async (job: string): Promise<RawPhoto[]> =>
    (await kept().list()).filter((photo): photo is RawPhoto => photo.raw !== undefined && photo.job === job && !inHand.has(photo.id))

  function forget(id: string): void {
    waiting.value = waiting.value.filter(other => other.id !== id)
    const url = shown.get(id)
    if (url) URL.revokeObjectURL(url)
    shown.delete(id)
  }

  /** Sends what waits on this device, oldest first, until nothing does or somebody is away. */
  async function send(): Promise<void> {
    if (sending || !session.person) return
    sending = true
    try {
      for (;;) {
        // Asked anew each time: more may have been taken meanwhile, here or in another tab.
        waiting.value = (await kept().list()).filter(photo => !photo.raw)
        const [next] = waiting.value
        if (!next) return
        const { id, job, picture } = next
        try {
          await call('POST', `/api/jobs/${job}/photos?id=${id}`, picture)
        } catch (error) {
          if (connection.notice(error)) return
          if (!(error instanceof ProblemFailure)) throw error
          if (error.problem.code === 'AUTH_SIGN_IN_NEEDED') return
          refused.value.push({ id, job, why: error.problem.detail ?? error.problem.title })
        }
        await kept().remove(id)
        forget(id)
      }
    } finally {
      sending = false
    }
  }

  const dismiss = (id: string) => (refused.value = refused.value.filter(item => item.id !== id))
  return { waiting, refused, urlOf, take, unfinished, send, dismiss }
})
