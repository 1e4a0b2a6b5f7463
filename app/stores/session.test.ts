import 'fake-indexeddb/auto'
import { createPinia, disposePinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { usualJudgement } from '#core/plan/search/judgeChance'
import { usualLift } from '#core/plan/liftMinutes'
import type { Entry } from '#shared/schemas/job'
import { deviceStore } from '~/utils/deviceStore'
import { Shelf } from '../../tests/helpers/shelf'
import { useSession } from './session'

const rafe = { id: '00000000-0000-4000-8000-00000000000a', name: 'Rafe Undal', role: 'technician', active: true }
let isAway: boolean
let signedIn: boolean
let asked: string[]
const view = () => ({
  ...(signedIn && { person: rafe }),
  setup: false,
  workshop: 'Quay Street Garage',
  judgement: usualJudgement,
  lift: usualLift,
  people: [],
})

beforeEach(async () => {
  isAway = false
  signedIn = true
  asked = []
  await deviceStore().clearAnswers()
  vi.stubGlobal('window', {})
  vi.stubGlobal('localStorage', new Shelf())
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    asked.push(`${init.method} ${path}`)
    if (isAway) return Promise.reject(new TypeError('away'))
    if (init.method === 'DELETE') signedIn = false
    return Promise.resolve(new Response(JSON.stringify(init.method === 'DELETE' ? {} : view())))
  })
  setActivePinia(createPinia())
})
afterEach(() => {
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

describe('two tabs of one device', () => {
  const imke = { ...rafe, id: '00000000-0000-4000-8000-00000000000b', name: 'Imke Thorsby', role: 'lead' }
  const entry = {
    v: 5,
    id: 'e',
    at: '2026-01-01T00:00:00Z',
    device: 'tablet',
    seen: 1,
    by: rafe.id,
    command: { type: 'prepared' },
  } as unknown as Entry
  const tab = () => {
    const pinia = createPinia()
    setActivePinia(pinia)
    return { session: useSession(), close: () => disposePinia(pinia) }
  }
  const serve = () => {
    let here: typeof rafe | undefined
    const keyOf = (person: typeof rafe) => ({ person, signIn: '00000000-0000-4000-8000-0000000000aa', key: 'k'.repeat(43) })
    vi.stubGlobal('fetch', (_: string, init: RequestInit) => {
      if (init.method === 'DELETE') here = undefined
      const body = init.method === 'POST' ? (JSON.parse(init.body as string) as { person: string }) : undefined
      if (body) here = [rafe, imke].find(({ id }) => id === body.person)
      return Promise.resolve(
        new Response(JSON.stringify(body ? keyOf(here!) : init.method === 'DELETE' ? {} : { ...view(), person: here })),
      )
    })
  }

  it('are locked at once when one of them signs in another, or nobody: the key is gone, and nothing is recorded in the first one’s name', async () => {
    serve()
    const reload = vi.fn()
    vi.stubGlobal('location', { reload })
    const [one, two] = [tab(), tab()]
    await one.session.signIn(rafe.id, '2468')
    await two.session.load()
    reload.mockClear()
    expect([one.session.person?.name, two.session.person?.name]).toEqual(['Rafe Undal', 'Rafe Undal'])
    expect(await two.session.sign('job', entry)).toHaveProperty('proof')

    await one.session.signIn(imke.id, '1357')
    await vi.waitFor(() => expect(two.session.person).toBeUndefined())
    expect(reload).toHaveBeenCalled()
    // Neither tab signs for who was here before, not even from what the device has kept.
    for (const { session } of [one, two]) expect(await session.sign('job', entry)).not.toHaveProperty('proof')
    await two.session.load()
    expect(two.session.person?.name).toBe('Imke Thorsby')

    await one.session.signOut()
    await vi.waitFor(() => expect(two.session.person).toBeUndefined())
    one.close()
    two.close()
  })
})

describe('signed in without a server', () => {
  it('is who was signed in here, for as long as a sign-in lasts', async () => {
    await useSession().load()
    isAway = true
    setActivePinia(createPinia())
    const later = useSession()
    await later.load()
    expect([later.person?.name, later.isOld]).toEqual(['Rafe Undal', true])
    isAway = false
    await later.load()
    expect(later.isOld).toBe(false)

    isAway = true
    vi.useFakeTimers({ now: Date.now() + 15 * 3_600_000, toFake: ['Date'] })
    setActivePinia(createPinia())
    await expect(useSession().load()).rejects.toThrow('does not answer')
    expect(useSession().person).toBeUndefined()
  })

  it('who signs in next is not signed out in the name of the one before, whom nobody heard leave', async () => {
    const session = useSession()
    await session.load()
    isAway = true
    await session.signOut()
    asked = []
    let enter!: () => void
    const entered = new Promise<void>(resolve => (enter = resolve))
    vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
      asked.push(`${init.method} ${path}`)
      if (init.method === 'DELETE') throw new TypeError('away')
      if (init.method === 'POST') await entered
      const answer = { person: rafe, signIn: '00000000-0000-4000-8000-0000000000aa', key: 'k'.repeat(43) }
      return new Response(JSON.stringify(init.method === 'POST' ? answer : view()))
    })
    const signing = session.signIn(rafe.id, '2468')
    await vi.waitFor(() => expect(asked).toContain('POST /api/session'))
    // The server is back in that very moment, and the page asks it who is signed in.
    await session.load()
    enter()
    expect(await signing).toBe(true)
    await session.load()
    expect(asked[0]).toBe('DELETE /api/session')
    expect(asked.slice(asked.indexOf('POST /api/session'))).not.toContain('DELETE /api/session')
  })

  it('signing out shows nobody’s work at once, and is the first thing that is said when the server is back', async () => {
    const session = useSession()
    await session.load()
    isAway = true
    await session.signOut()
    expect(session.person).toBeUndefined()
    expect(await deviceStore().listAnswerPaths()).toEqual([])
    // Loaded again without the server: nobody, although a cookie still lies here.
    setActivePinia(createPinia())
    await expect(useSession().load()).rejects.toThrow()
    expect(useSession().person).toBeUndefined()

    isAway = false
    asked = []
    await useSession().load()
    expect(asked).toEqual(['DELETE /api/session', 'GET /api/session'])
    expect(useSession().person).toBeUndefined()
    asked = []
    await useSession().load()
    expect(asked).toEqual(['GET /api/session'])
  })

  it('what the server refuses to end is not taken for ended', async () => {
    const session = useSession()
    await session.load()
    vi.stubGlobal('fetch', () =>
      Promise.resolve(new Response('{"code":"INTERNAL","status":500,"title":"x","detail":"y","type":"z"}', { status: 500 })),
    )
    await expect(session.signOut()).rejects.toThrow()
    expect(session.person?.name).toBe('Rafe Undal')
  })
})
