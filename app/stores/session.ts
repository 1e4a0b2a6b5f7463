import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { SessionView } from '#shared/schemas/api'
import { call } from '~/utils/api'

export const useSession = defineStore('session', () => {
  const view = ref<SessionView>()
  const person = computed(() => view.value?.person)

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

  return { view, person, load, signIn, setUp, signOut }
})
