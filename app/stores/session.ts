import { defineStore } from 'pinia'
import { computed, onScopeDispose, ref } from 'vue'
import { isUsualLift } from '#core/plan/liftMinutes'
import type { SessionView } from '#shared/schemas/session'
import { limits } from '#shared/limits'
import { shopSettings } from './session/shopSettings'
import { signingKey } from './session/signingKey'
import { useConnection } from './connection'
import { startAnswers } from '~/utils/answers'
import { call, nothing } from '~/utils/api'
import { askKept, forgetAnswers } from '~/utils/keptAnswers'
import { betweenTabs, type SignedInNow } from '~/utils/otherTabs'
import { shopZone } from '~/utils/whenWords'

/** As long as the server lets a sign-in last. */
const signInMs = limits.signInHours * 3_600_000
const leavingKey = 'efferent.leaving'
/** Whoever leaves waits no longer for a server that does not answer: it is told when it does. */
const leavingMs = 4000
export const useSession = defineStore('session', () => {
  const view = ref<SessionView>()
  const person = computed(() => view.value?.person)
  /** What a lead may do, an admin may. */
  const isLead = computed(() => person.value?.role === 'lead' || person.value?.role === 'admin')
  /** Nobody answered: it is who was signed in here when somebody last did. */
  const isOld = ref(false)

  /** What jobs planned here are planned by: nothing to say while it is what is usual. */
  const ownLift = computed(() => (view.value && !isUsualLift(view.value.lift) ? view.value.lift : undefined))

  const { key, keepKey, forgetKey, sign } = signingKey(person)
  /** Another tab has signed somebody in or out: this one holds nobody any more, and begins anew with whoever it is. */
  function lock(now: SignedInNow): void {
    if (now.person === person.value?.id) return
    key.value = undefined
    if (view.value) view.value = { ...view.value, person: undefined }
    globalThis.location?.reload()
  }
  const tabs = betweenTabs(lock)
  onScopeDispose(tabs.close)

  /** Who is signed in; while nobody answers, who was, for as long as a sign-in lasts. */
  async function load(): Promise<SessionView> {
    if (!isEntering && localStorage.getItem(leavingKey)) await leave()
    const { value, at, away } = await askKept('/api/session', startAnswers.session)
    if (away && !(Date.now() - at < signInMs)) throw away
    if (away) useConnection().notice(away)
    isOld.value = away !== undefined
    // The key in memory is one person's: whoever is here now signs with their own, or not at all.
    if (key.value && key.value.person !== value.person?.id) key.value = undefined
    if (value.zone) shopZone.value = value.zone
    view.value = value
    return value
  }

  async function signIn(personId: string, secret: string): Promise<boolean> {
    await forgetAnswers()
    if (localStorage.getItem(leavingKey)) await leave().catch(() => {})
    isEntering = true
    leaving?.abort()
    try {
      const entered = await call('POST', '/api/session', startAnswers.signIn, { person: personId, secret })
      // Where the one before could not be signed out, this sign-in has taken the place of theirs on this device: it is not theirs to end.
      localStorage.removeItem(leavingKey)
      // Whoever was here before signs nothing more on this device.
      const before = person.value?.id
      if (before !== undefined && before !== entered.person.id) await forgetKey(before)
      await keepKey(entered)
      tabs.tell({ person: entered.person.id })
    } finally {
      isEntering = false
    }
    await load()
    // The server said yes but the next request is a stranger's: the browser dropped the cookie.
    return person.value !== undefined
  }

  async function setUp(request: { workshop: string; name: string; password: string }): Promise<boolean> {
    await keepKey(await call('POST', '/api/setup', startAnswers.signIn, request))
    await load()
    return person.value !== undefined
  }

  async function signOut(): Promise<void> {
    // Without the server the sign-in itself ends when it is back; this device shows nobody's work until then.
    localStorage.setItem(leavingKey, '1')
    await leave().catch((error: unknown) => useConnection().notice(error) || Promise.reject(error as Error))
    // What was signed is signed: nothing more can be recorded here in this person's name.
    if (person.value) await forgetKey(person.value.id)
    key.value = undefined
    tabs.tell({})
    await forgetAnswers()
    if (!localStorage.getItem(leavingKey)) await load()
    else if (view.value) view.value = { ...view.value, person: undefined }
  }
  /** While somebody signs in nobody is signed out: the cookie that goes with the word may be the new one. */
  let isEntering = false
  let leaving: AbortController | undefined
  async function leave(): Promise<void> {
    leaving?.abort()
    leaving = new AbortController()
    await call('DELETE', '/api/session', nothing, undefined, AbortSignal.any([leaving.signal, AbortSignal.timeout(leavingMs)]))
    localStorage.removeItem(leavingKey)
  }

  return { view, isOld, person, isLead, sign, ownLift, ...shopSettings(view), load, signIn, setUp, signOut }
})
