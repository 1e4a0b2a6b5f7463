import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'
import { problem } from '#shared/errors'
import { mountBare } from '../../tests/helpers/mountBare'
import { useConnection } from '~/stores/connection'
import { NoAnswer, ProblemFailure } from '~/utils/api'
import { useKeys } from './useKeys'
import { useServerAct } from './useServerAct'
import { useWorked } from './useWorked'

const work = vi.hoisted(() => ({ run: vi.fn() }))
vi.mock('~/utils/workerCall', () => ({ runInWorker: work.run }))

describe('keys', () => {
  let listener: ((event: KeyboardEvent) => void) | undefined
  let dialog = false
  const unmounts: (() => void)[] = []
  const keys = (of: Parameters<typeof useKeys>[0]) => {
    const { unmount } = mountBare(() => useKeys(of))
    unmounts.push(unmount)
    return unmount
  }
  /** Presses a key on an element of a kind; says whether the page took it. */
  function press(key: string, on = 'main', held: Partial<KeyboardEvent> = {}): boolean {
    let taken = false
    const target = { matches: (selectors: string) => selectors.split(', ').some(one => one === on) }
    listener?.({ key, target, preventDefault: () => (taken = true), ...held } as unknown as KeyboardEvent)
    return taken
  }
  beforeEach(() => {
    dialog = false
    vi.stubGlobal('window', {
      addEventListener: (_: string, now: typeof listener) => (listener = now),
      removeEventListener: () => (listener = undefined),
    })
    vi.stubGlobal('document', { querySelector: () => (dialog ? {} : null) })
  })
  afterEach(() => {
    for (const unmount of unmounts.splice(0)) unmount()
    vi.unstubAllGlobals()
  })

  it('two keys are one thing, and the second alone another', () => {
    const [floor, fluid] = [vi.fn(), vi.fn()]
    keys({ f: floor })
    keys({ 'g f': fluid })
    press('g')
    press('f')
    expect([fluid.mock.calls.length, floor.mock.calls.length]).toEqual([1, 0])
    press('f')
    expect(floor).toHaveBeenCalledOnce()
  })
  it('a beginning that leads nowhere is forgotten', () => {
    const [floor, fluid] = [vi.fn(), vi.fn()]
    keys({ f: floor, 'g f': fluid })
    press('g')
    expect(press('x')).toBe(false)
    press('f')
    expect([fluid.mock.calls.length, floor.mock.calls.length]).toEqual([0, 1])
  })
  it('what was mounted last is asked first, and nothing once it is gone', () => {
    const [outer, inner] = [vi.fn(), vi.fn()]
    keys({ b: outer })
    const leave = keys({ b: inner })
    press('b')
    expect([outer.mock.calls.length, inner.mock.calls.length]).toEqual([0, 1])
    leave()
    press('b')
    expect([outer.mock.calls.length, inner.mock.calls.length]).toEqual([1, 1])
    for (const unmount of unmounts.splice(0)) unmount()
    expect(listener).toBeUndefined()
  })
  it('is silent where somebody types, chooses in a dialog, holds a modifier, or presses a button with the space bar', () => {
    const space = vi.fn()
    keys({ ' ': space, b: space })
    expect(press('b', 'textarea')).toBe(false)
    expect(press('b', 'main', { ctrlKey: true })).toBe(false)
    expect(press('b', 'main', { isComposing: true })).toBe(false)
    expect(press(' ', 'button')).toBe(false)
    dialog = true
    expect(press('b')).toBe(false)
    expect(space).not.toHaveBeenCalled()
    dialog = false
    expect(press(' ')).toBe(true)
  })
})

describe('something asked of the server', () => {
  beforeEach(() => setActivePinia(createPinia()))
  it('is asked one at a time', async () => {
    const { act, busy } = useServerAct()
    let end!: () => void
    const first = act(() => new Promise<void>(resolve => (end = resolve)))
    expect(busy.value).toBe(true)
    const second = vi.fn()
    expect(await act(second)).toBe(false)
    expect(second).not.toHaveBeenCalled()
    end()
    expect(await first).toBe(true)
    expect(busy.value).toBe(false)
  })
  it('a wait says how many come first, and nothing once it is over', async () => {
    vi.useFakeTimers()
    const asked: string[] = []
    vi.stubGlobal('fetch', (path: string) => {
      asked.push(path)
      return Promise.resolve(new Response(JSON.stringify({ before: 3 })))
    })
    const { act, before } = useServerAct()
    let end!: () => void
    const work = act(() => new Promise<void>(resolve => (end = resolve)))
    await vi.advanceTimersByTimeAsync(900)
    expect([asked, before.value]).toEqual([[], 0])
    await vi.advanceTimersByTimeAsync(200)
    expect([asked, before.value]).toEqual([['/api/waiting'], 3])
    end()
    await work
    await vi.advanceTimersByTimeAsync(5000)
    expect([asked.length, before.value]).toEqual([1, 0])
    vi.useRealTimers()
    vi.unstubAllGlobals()
  })
  it('says in words what the server said no to; that somebody is away is said elsewhere, once for all', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('away')))
    const { act, trouble } = useServerAct()
    expect(await act(() => Promise.reject(new ProblemFailure(problem('AUTH_ROLE', 'This is for: lead.'))))).toBe(false)
    expect(trouble.value).toBe('This is for: lead.')
    expect(await act(() => Promise.reject(new NoAnswer('The server does not answer.')))).toBe(false)
    expect(trouble.value).toBe('')
    expect(useConnection().trouble).toBe('no-server')
    vi.unstubAllGlobals()
  })
})

describe('what a worker makes', () => {
  const ends: { input: unknown; signal: AbortSignal; resolve: (value: unknown) => void; reject: (error: Error) => void }[] = []
  beforeEach(() => {
    vi.stubGlobal('requestAnimationFrame', (draw: () => void) => {
      draw()
      return 0
    })
    vi.stubGlobal('cancelAnimationFrame', () => {})
    ends.length = 0
    work.run.mockImplementation(
      (_: string, input: unknown, signal: AbortSignal) => new Promise((resolve, reject) => ends.push({ input, signal, resolve, reject })),
    )
  })
  afterEach(() => vi.unstubAllGlobals())
  const asked = (count: number) => vi.waitFor(() => expect(ends).toHaveLength(count), { timeout: 20_000 })

  it('is that of the latest, whatever order they end in; one that fails says why', async () => {
    const source = ref<number | undefined>(1)
    const { made, unmount } = mountBare(() => useWorked('plan' as never, () => source.value as never))
    await asked(1)
    source.value = 2
    await asked(2)
    expect(ends[0]!.signal.aborted).toBe(true)
    ends[1]!.resolve('second')
    ends[0]!.resolve('first')
    await vi.waitFor(() => expect(made.busy.value).toBe(false), { timeout: 20_000 })
    expect(made.value.value).toBe('second')
    source.value = 3
    await asked(3)
    ends[2]!.reject(new Error('too long'))
    await vi.waitFor(() => expect(made.failed.value).toBe('too long'), { timeout: 20_000 })
    expect(made.value.value).toBe('second')
    source.value = 4
    await asked(4)
    unmount()
    expect(ends[3]!.signal.aborted).toBe(true)
  })
  it('nothing is asked for nothing, nor for what is gone before the frame', async () => {
    const source = ref<number>()
    const { made, unmount } = mountBare(() => useWorked('plan' as never, () => source.value as never))
    await nextTick()
    expect(made.busy.value).toBe(false)
    source.value = 1
    await nextTick()
    source.value = undefined
    await nextTick()
    expect(made.busy.value).toBe(false)
    unmount()
    expect(ends).toHaveLength(0)
  })
})
