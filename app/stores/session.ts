import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { Judgement } from '#core/access/judgeChance'
import { isUsualLift, type LiftMinutes } from '#core/access/liftMinutes'
import type { SessionView } from '#shared/schemas/api'
import { call } from '~/utils/api'

export const useSession = defineStore('session', () => {
  const view = ref<SessionView>()
  const person = computed(() => view.value?.person)

  /** What jobs planned here are planned by: nothing to say while it is what is usual. */
  const ownLift = computed(() => (view.value && !isUsualLift(view.value.lift) ? view.value.lift : undefined))

  async function load(): Promise<SessionView> {
    view.value = await call<SessionView>('GET', '/api/session')
    return view.value
  }

  async function signIn(personId: string, secret: string): Promise<boolean> {
    await call('POST', '/api/session', { person: personId, secret })
    await load()
    // The server said yes but the next request is a stranger's: the browser dropped the cookie.
    return person.value !== undefined
  }

  async function setUp(request: { workshop: string; name: string; password: string }): Promise<boolean> {
    await call('POST', '/api/setup', request)
    await load()
    return person.value !== undefined
  }

  async function signOut(): Promise<void> {
    await call('DELETE', '/api/session')
    await load()
  }

  /** How this shop judges what it leaves alone: the lead's word, for every device. */
  async function setJudgement(judgement: Judgement): Promise<void> {
    const kept = await call<Judgement>('PUT', '/api/judgement', judgement)
    if (view.value) view.value = { ...view.value, judgement: kept }
  }

  /** What this shop's lift takes; jobs planned from then on are planned by it. */
  async function setLift(lift: LiftMinutes): Promise<void> {
    const kept = await call<LiftMinutes>('PUT', '/api/lift', lift)
    if (view.value) view.value = { ...view.value, lift: kept }
  }

  /** Kept with the person, for any tablet; without the server it is kept on this device until the next time. */
  async function setWrench(millimetres: number): Promise<void> {
    if (view.value) view.value = { ...view.value, wrench: millimetres }
    await call('PUT', '/api/wrench', { millimetres })
  }

  return { view, person, ownLift, setJudgement, setLift, setWrench, load, signIn, setUp, signOut }
})
