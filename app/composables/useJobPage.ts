import { inject, onMounted, onUnmounted, provide, ref, watch, type InjectionKey, type Ref } from 'vue'
import { useRoute } from '#imports'
import type { JobCommand, Refusal } from '#core/job/types'
import { useConnection } from '~/stores/connection'
import { useJob } from '~/stores/job'
import { usePhotos } from '~/stores/photos'
import { wordsOf } from '~/utils/api'
import { beginWorker } from '~/utils/workerCall'

export type JobPage = {
  id: string
  job: ReturnType<typeof useJob>
  trouble: Ref<string>
  refusal: Ref<Refusal | undefined>
  record: (command: JobCommand) => Promise<boolean>
}
const jobPageKey: InjectionKey<JobPage> = Symbol('job page')

/** The job whose address this is: loaded and followed by the page around all its rooms (pages/jobs/[id].vue). */
export function useJobPage(): JobPage {
  const page = inject(jobPageKey)
  if (!page) throw new Error('no job around this component: it belongs below pages/jobs/[id].vue')
  return page
}

/** Loads and follows the job an address is about, from mount to unmount; records on it and keeps the last refusal for its rooms to show. */
export function provideJobPage(): JobPage {
  const job = useJob()
  const connection = useConnection()
  const photos = usePhotos()
  const route = useRoute()
  const id = String(route.params.id)
  const trouble = ref('')
  const refusal = ref<Refusal>()
  let stop: (() => void) | undefined
  let left = false

  async function load(): Promise<void> {
    try {
      await job.load(id)
      if (!left) stop ??= job.follow(id, notAll)
      void finishPhotos()
    } catch (error) {
      if (!connection.notice(error)) trouble.value = wordsOf(error)
    }
  }
  /** Of a job that cannot be read to its end nothing more is shown or recorded; for a newer server the page is offered anew, and stays. */
  function notAll(error: unknown): void {
    if (!connection.notice(error) && !connection.outdated) trouble.value = wordsOf(error)
  }
  /** What was photographed and not made small when the page was left. */
  async function finishPhotos(): Promise<void> {
    for (const photo of await photos.unfinished(id)) {
      try {
        await photos.take(photo)
        if (!left) await record({ type: 'photoTaken', photo: photo.id, ...photo.raw })
      } catch {
        /* It was no photo that can be read here, and is gone: nobody waits for it any more. */
      }
    }
  }
  // Its plan is worked out as soon as it is here.
  beginWorker()
  onMounted(load)
  watch(
    () => connection.recoveries,
    () => (job.view?.row.id === id && !job.isOld) || load(),
  )
  // What one room was refused is no news in another.
  watch(
    () => route.path,
    () => (refusal.value = undefined),
  )
  onUnmounted(() => {
    left = true
    stop?.()
  })

  /** True when it is recorded. Otherwise the entry stays as it was typed, and the page says why (or the queue does, for the device). */
  async function record(command: JobCommand): Promise<boolean> {
    const not = await job.record(command)
    refusal.value = not?.refusal
    return not === undefined
  }

  const page = { id, job, trouble, refusal, record }
  provide(jobPageKey, page)
  return page
}
