import { defineStore } from 'pinia'
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import type { Judgement } from '#core/plan/search/judgeChance'
import type { ShelfFluid } from '#core/fluid/buyContainers'
import { isUsualLift, type LiftMinutes } from '#core/plan/liftMinutes'
import type { SessionView, SignInView } from '#shared/schemas/session'
import { limits } from '#shared/limits'
import type { Entry } from '#shared/schemas/job'
import { useConnection } from './connection'
import { startAnswers } from '~/utils/answers'
import { call, nothing } from '~/utils/api'
import { deviceStore, type KeptKey } from '~/utils/deviceStore'
import { askKept, forgetAnswers } from '~/utils/keptAnswers'
import { betweenTabs, type SignedInNow } from '~/utils/otherTabs'
import { shopZone } from '~/utils/whenWords'

/** As long as the server lets a sign-in last. */
const signInMs = limits.signInHours * 3_600_000
const leavingKey = 'efferent.leaving'
/** Whoever leaves waits no longer for a server that does not answer: it is told when it does. */
const leavingMs = 4000
/** No part of the first page: fetched as soon as somebody is known here, to be there when nobody answers. */
const signing = () => import('~/utils/signEntry').catch(() => undefined)

export const useSession = defineStore('session', () => {
  const view = ref<SessionView>()
  const person = computed(() => view.value?.person)
  /** What a lead may do, an admin may. */
  const isLead = computed(() => person.value?.role === 'lead' || person.value?.role === 'admin')
  /** Nobody answered: it is who was signed in here when somebody last did. */
  const isOld = ref(false)

  /** What jobs planned here are planned by: nothing to say while it is what is usual. */
  const ownLift = computed(() => (view.value && !isUsualLift(view.value.lift) ? view.value.lift : undefined))

  /** What this device signs with for the person; asked of its store once. */
  const key = shallowRef<KeptKey>()
  async function keepKey({ person: { id }, signIn, key: secret }: SignInView): Promise<void> {
    key.value = { person: id, signIn, key: secret }
    // A device that keeps nothing signs for as long as the page is open; who is signed in speaks for themselves anyway.
    await deviceStore()
      .keepKey(key.value)
      .catch(() => {})
  }
  watch(person, somebody => somebody && void signing(), { immediate: true })
  /** The entry as its author's; unsigned where this device has no key of theirs: then it can be sent only while they are signed in. */
  async function sign(job: string, entry: Entry): Promise<Entry> {
    if (key.value?.person !== entry.by)
      key.value = await deviceStore()
        .findKey(entry.by)
        .catch(() => undefined)
    const signer = key.value && (await signing())
    return key.value && signer ? signer.signEntry(job, entry, key.value) : entry
  }

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
      if (before !== undefined && before !== entered.person.id)
        await deviceStore()
          .removeKey(before)
          .catch(() => {})
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
    if (person.value)
      await deviceStore()
        .removeKey(person.value.id)
        .catch(() => {})
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

  /** How this shop judges what it leaves alone: the lead's word, for every device. */
  async function setJudgement(judgement: Judgement): Promise<void> {
    const kept = await call('PUT', '/api/judgement', startAnswers.judgement, judgement)
    if (view.value) view.value = { ...view.value, judgement: kept }
  }

  /** What this shop's lift takes; jobs planned from then on are planned by it. */
  async function setLift(lift: LiftMinutes): Promise<void> {
    const kept = await call('PUT', '/api/lift', startAnswers.lift, lift)
    if (view.value) view.value = { ...view.value, lift: kept }
  }

  /** What fluids this shop has, and buys. */
  async function setShelf(shelf: readonly ShelfFluid[]): Promise<void> {
    const kept = await call('PUT', '/api/shelf', startAnswers.shelf, shelf)
    if (view.value) view.value = { ...view.value, shelf: kept }
  }

  /** The clock on the shop's wall: every time on every page is told by it. */
  async function setZone(zone: string): Promise<void> {
    shopZone.value = (await call('PUT', '/api/zone', startAnswers.zone, { zone })).zone
    if (view.value) view.value = { ...view.value, zone: shopZone.value }
  }

  /** Kept with the person, for any tablet; without the server it is kept on this device until the next time. */
  async function setWrench(millimetres: number): Promise<void> {
    if (view.value) view.value = { ...view.value, wrench: millimetres }
    await call('PUT', '/api/wrench', nothing, { millimetres })
  }

  return { view, isOld, person, isLead, sign, ownLift, setJudgement, setLift, setShelf, setZone, setWrench, load, signIn, setUp, signOut }
})
