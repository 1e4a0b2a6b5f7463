import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { reactive } from 'vue'

const worker = reactive({
  needRefresh: false,
  swActivated: false,
  offlineReady: false,
  getSWRegistration: (): unknown => undefined,
  updateServiceWorker: vi.fn(() => Promise.resolve()),
})
const hooks: Record<string, (said: unknown) => void> = {}
vi.mock('#imports', () => ({
  useNuxtApp: () => ({ $pwa: worker, hook: (name: string, told: (said: unknown) => void) => (hooks[name] = told) }),
}))
const { useProgram } = await import('./program')
const { useConnection } = await import('./connection')
const reload = vi.fn()

beforeEach(() => {
  Object.assign(worker, { needRefresh: false, swActivated: false, offlineReady: false, getSWRegistration: () => undefined })
  worker.updateServiceWorker.mockClear()
  reload.mockClear()
  vi.stubGlobal('window', { isSecureContext: true, location: { reload } })
  vi.stubGlobal('navigator', {
    serviceWorker: {},
    storage: { persisted: () => Promise.resolve(false), persist: () => Promise.resolve(true) },
  })
  setActivePinia(createPinia())
})
afterEach(() => vi.unstubAllGlobals())

describe('a new version', () => {
  it('is offered between steps, and not while something is in hand', () => {
    const program = useProgram()
    expect(program.isNewer).toBe(false)
    worker.needRefresh = true
    expect(program.isNewer).toBe(true)
    program.inHand = true
    expect(program.isNewer).toBe(false)
    program.inHand = false
    expect(program.isNewer).toBe(true)
  })

  it('is let in where it waits; without one the page begins anew', async () => {
    const program = useProgram()
    await program.letIn()
    expect(reload).toHaveBeenCalledTimes(1)
    worker.needRefresh = true
    worker.getSWRegistration = () => ({ waiting: {} })
    await program.letIn()
    expect(worker.updateServiceWorker).toHaveBeenCalledWith(true)
    expect(reload).toHaveBeenCalledTimes(1)
  })

  it('is looked for first, and waited for until it is whole', async () => {
    const listeners: (() => void)[] = []
    const installing = { state: 'installing', addEventListener: (_: string, heard: () => void) => listeners.push(heard) }
    const registration: Record<string, unknown> = { installing, update: () => Promise.resolve() }
    worker.getSWRegistration = () => registration
    const done = useProgram().letIn()
    await vi.waitFor(() => expect(listeners).toHaveLength(1))
    expect(worker.updateServiceWorker).not.toHaveBeenCalled()
    installing.state = 'installed'
    registration.waiting = installing
    listeners[0]!()
    await done
    expect(worker.updateServiceWorker).toHaveBeenCalledWith(true)
  })
})

describe('what this device can do', () => {
  it('the program is kept once it is whole; not where pages come over plain HTTP', () => {
    expect(useProgram().isKept).toBe(false)
    worker.swActivated = true
    expect(useProgram().isKept).toBe(true)
    vi.stubGlobal('window', { isSecureContext: false })
    setActivePinia(createPinia())
    expect(useProgram().canBeKept).toBe(false)
  })

  it('asks the browser to keep what is stored, and says what it said', async () => {
    const program = useProgram()
    await program.askToLast()
    expect(program.isLasting).toBe(true)
    vi.stubGlobal('navigator', { storage: { persisted: () => Promise.reject(new Error('private mode')) } })
    await program.askToLast()
    expect(program.isLasting).toBe(false)
  })
})

describe('a part of a page that does not come', () => {
  it('is told of, where the page misses it; a part fetched for later is not', () => {
    const program = useProgram()
    const [missed, later] = [new TypeError('no answer'), new TypeError('no answer')]
    hooks['app:chunkError']!({ error: missed })
    hooks['app:chunkError']!({ error: later })
    expect(program.isTorn).toBe(false)
    hooks['vue:error']!(new TypeError('something else'))
    expect([program.isTorn, useConnection().trouble]).toEqual([false, 'none'])
    hooks['vue:error']!(missed)
    expect([program.isTorn, useConnection().trouble]).toEqual([true, 'no-server'])
  })
})
