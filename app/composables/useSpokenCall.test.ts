import { effectScope, nextTick, ref } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { useSpokenCall } from './useSpokenCall'

const disk = new Map<string, string>()
const said: string[] = []
const voice = { speak: ({ text }: { text: string }) => said.push(text), cancel: () => said.push('(quiet)') }
beforeEach(() => {
  disk.clear()
  said.length = 0
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => disk.get(key) ?? null,
    setItem: (key: string, value: string) => disk.set(key, value),
  })
  vi.stubGlobal('speechSynthesis', voice)
  vi.stubGlobal(
    'SpeechSynthesisUtterance',
    class {
      constructor(readonly text: string) {}
    },
  )
})

describe('calls said aloud', () => {
  it('are quiet until somebody asks, then each is said, and one that is overtaken is cut off', async () => {
    const call = ref<string | undefined>('PUMP 3')
    const scope = effectScope()
    const { isOn, hasVoice } = scope.run(() => useSpokenCall(() => call.value))!
    expect(hasVoice).toBe(true)
    call.value = 'HOLD DOWN'
    await nextTick()
    expect(said.filter(text => text !== '(quiet)')).toEqual([])
    isOn.value = true
    await nextTick()
    call.value = 'OPEN'
    await nextTick()
    expect(said.slice(-4)).toEqual(['(quiet)', 'hold down', '(quiet)', 'open'])
    call.value = undefined
    await nextTick()
    expect(said.at(-1)).toBe('(quiet)')
    scope.stop()
  })
  it('are asked for once on a device, and not again', async () => {
    const first = effectScope()
    first.run(() => useSpokenCall(() => undefined))!.isOn.value = true
    await nextTick()
    first.stop()
    expect(effectScope().run(() => useSpokenCall(() => undefined))!.isOn.value).toBe(true)
  })
  it('a device without a voice offers none', () => {
    vi.stubGlobal('speechSynthesis', undefined)
    disk.set('efferent.calls-aloud', 'yes')
    const { hasVoice, isOn } = effectScope().run(() => useSpokenCall(() => 'UP'))!
    expect([hasVoice, isOn.value]).toEqual([false, false])
  })
})
