import { shallowRef, watch, type Ref } from 'vue'
import type { Entry } from '#shared/schemas/job'
import type { SessionView, SignInView } from '#shared/schemas/session'
import { deviceStore, type KeptKey } from '~/utils/deviceStore'

/** No part of the first page: fetched as soon as somebody is known here, to be there when nobody answers. */
const signing = () => import('~/utils/signEntry').catch(() => undefined)

/** What entries are signed with on this device, for whoever is signed in. */
export function signingKey(person: Readonly<Ref<SessionView['person']>>) {
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

  const forgetKey = (of: string): Promise<void> =>
    deviceStore()
      .removeKey(of)
      .catch(() => {})
  return { key, keepKey, forgetKey, sign }
}
