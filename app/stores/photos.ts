import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import { call, ProblemFailure, UnreadableAnswer } from '~/utils/api'
import { limits } from '#shared/limits'
import { deviceStore, type KeptPhoto, type RawPhoto } from '~/utils/deviceStore'
import { withSendLock } from '~/utils/sendLock'
import { noReceipt, readPhotoReceipt, sha256Of } from '~/utils/receipts'
import { shrinkPhoto } from '~/utils/shrinkPhoto'
import { useConnection } from './connection'
import { photoUrls } from './photos/photoUrls'
import { useSession } from './session'

/**
 * Photos on their way to the server. The entry that names one goes through the job's outbox; the picture follows by itself, from any page,
 * and survives a reload. What the server will not take is said once, and let go.
 */
export const usePhotos = defineStore('photos', () => {
  const connection = useConnection()
  const session = useSession()
  const waiting = shallowRef<readonly KeptPhoto[]>([])
  /** What the server will not take, with why; kept until somebody has read it. */
  const refused = shallowRef<readonly { id: string; job: string; why: string }[]>([])
  const store = deviceStore()
  const { urlOf, revoke } = photoUrls(waiting)

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
      await store.keepPhoto(photo)
      const small: KeptPhoto = { id, job, picture: await shrinkPhoto(photo.picture, limits.photoSentSide) }
      await store.keepPhoto(small)
      waiting.value = [...waiting.value, small]
      void send()
    } catch (error) {
      await store.removePhoto(id).catch(() => {})
      throw error
    } finally {
      inHand.delete(id)
    }
  }
  /** Photos of a job that were taken and not made small before somebody left: to be taken again. */
  const unfinished = async (job: string): Promise<RawPhoto[]> =>
    (await store.listPhotos()).filter((photo): photo is RawPhoto => photo.raw !== undefined && photo.job === job && !inHand.has(photo.id))

  function forget(id: string): void {
    waiting.value = waiting.value.filter(other => other.id !== id)
    revoke(id)
  }

  async function look(): Promise<void> {
    const kept = await store.listPhotos()
    waiting.value = kept.filter(photo => !photo.raw && photo.refused === undefined)
    refused.value = kept.flatMap(({ id, job, refused: why }) => (why === undefined ? [] : [{ id, job, why }]))
  }

  let asked = false
  /** Sends what waits on this device, oldest first and from one tab, until nothing does or somebody is away. */
  async function send(): Promise<void> {
    if (asked || !session.person) return
    asked = true
    await withSendLock('photos', async () => {
      asked = false
      await sendAll()
    })
  }

  async function sendAll(): Promise<void> {
    const later = new Set<string>()
    for (;;) {
      // Asked anew each time: more may have been taken meanwhile, here or in another tab.
      await look()
      const next = waiting.value.find(photo => !later.has(photo.id))
      if (!next) return
      const { id, job, picture } = next
      try {
        const [receipt, sha256] = await Promise.all([
          call('POST', `/api/jobs/${job}/photos?id=${id}`, readPhotoReceipt, picture),
          sha256Of(picture),
        ])
        // Whatever else answered: it is gone from here only when the server has just these bytes.
        if (receipt.id !== id || receipt.sha256 !== sha256) throw noReceipt()
        await store.removePhoto(id)
        forget(id)
      } catch (error) {
        if (connection.notice(error)) return
        // What nobody here can read is no receipt: it waits, and is tried again when somebody asks.
        if (error instanceof UnreadableAnswer) return connection.report('no-server')
        if (!(error instanceof ProblemFailure)) throw error
        if (error.problem.code === 'AUTH_SIGN_IN_NEEDED') return
        // Only the server's last word on this very photo ends its waiting, and then it is shown until somebody has read it.
        if (error.problem.refused === id) await store.refusePhoto(id, error.problem.detail)
        else later.add(id)
      }
    }
  }

  const dismiss = async (id: string): Promise<void> => {
    await store.removePhoto(id)
    forget(id)
    await look()
  }
  return { waiting, refused, urlOf, take, unfinished, send, dismiss }
})
