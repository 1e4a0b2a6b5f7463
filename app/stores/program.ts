import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { useNuxtApp } from '#imports'
import { useConnection } from './connection'

/**
 * The program as this device has it: whether it opens without a network, and whether a new version waits. It is let in by a person, between
 * steps; while something is in hand it is not even offered.
 */
export const useProgram = defineStore('program', () => {
  const { $pwa: worker, hook } = useNuxtApp()
  const connection = useConnection()
  /** Something is being entered: nothing may be put in the way. */
  const inHand = ref(false)
  const isNewer = computed(() => worker?.needRefresh === true && !inHand.value)
  /** The whole program is on this device, and opens without the server. */
  const isKept = computed(() => worker?.swActivated === true || worker?.offlineReady === true)
  /** Pages served neither from this machine nor over HTTPS are not kept by any browser. */
  const canBeKept = 'serviceWorker' in navigator && window.isSecureContext

  /** Lets the new version in; where none is here yet, it is looked for first. The page begins anew with it. */
  async function letIn(): Promise<void> {
    const registration = worker?.getSWRegistration()
    if (!worker?.needRefresh && registration) {
      await registration.update().catch(() => {})
      const { installing } = registration
      if (installing)
        await new Promise<void>(done => installing.addEventListener('statechange', () => installing.state !== 'installing' && done()))
    }
    if (registration?.waiting) await worker!.updateServiceWorker(true)
    else window.location.reload()
  }

  /** Whether the browser keeps what is stored here when space runs short: asked for once, and said on the Shop page. */
  const isLasting = ref<boolean>()
  async function askToLast(): Promise<void> {
    try {
      isLasting.value = (await navigator.storage.persisted()) || (await navigator.storage.persist())
    } catch {
      isLasting.value = false
    }
  }

  /** A part of a page could not be fetched: nobody answered, or the server has a newer program. Loaded again, the page has it. */
  const isTorn = ref(false)
  const notFetched = new WeakSet<object>()
  hook('app:chunkError', ({ error }) => void notFetched.add(error as object))
  // What is fetched for later and asked for again is no part of the page.
  hook('vue:error', error => {
    if (!notFetched.has(error as object)) return
    isTorn.value = true
    connection.report('no-server')
  })

  return { inHand, isNewer, isKept, canBeKept, letIn, isLasting, askToLast, isTorn }
})
