import { beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick, reactive, ref } from 'vue'
import type { JobCommand } from '#core/job/types'
import { mountBare } from '../../tests/helpers/mountBare'
import { useBayPress } from './useBayPress'

const page = vi.hoisted(() => ({ current: undefined as unknown }))
vi.mock('~/composables/useJobPage', () => ({ useJobPage: () => page.current }))

describe('the large button of the bay', () => {
  const note: JobCommand = { type: 'noteWritten', text: 'as it was typed' }
  const job = reactive({ state: { paused: undefined as object | undefined }, planning: { ok: true } })
  const refusal = ref<unknown>()
  let answers: ((isRecorded: boolean) => void)[] = []
  const record = vi.fn((_command: JobCommand) => new Promise<boolean>(resolve => answers.push(resolve)))
  const bay = { step: ref<{ id: string } | undefined>(), words: ref({ button: 'It is off' }), entryKey: ref('a'), chosen: ref<string>() }
  const taken = vi.fn()
  const scrollTo = vi.fn()

  beforeEach(() => {
    vi.clearAllMocks()
    vi.stubGlobal('window', { scrollTo })
    answers = []
    job.state.paused = undefined
    bay.step.value = { id: 'one' }
    bay.entryKey.value = 'a'
    bay.chosen.value = 'one'
    page.current = { job, refusal, record }
  })
  function mounted() {
    const { made: bayPress } = mountBare(() => useBayPress(bay as never, taken))
    bayPress.draft.value = note
    return bayPress
  }

  it('pressed twice before the screen has moved records once, and offers to take it back', async () => {
    const { press } = mounted()
    const both = [press(), press()]
    expect(record.mock.calls).toEqual([[note]])
    answers[0]!(true)
    await Promise.all(both)
    expect(taken).toHaveBeenCalledOnce()
    expect([bay.chosen.value, scrollTo.mock.calls.length]).toEqual([undefined, 1])
    void press()
    expect(record).toHaveBeenCalledTimes(2)
  })
  it('at the next step it is another press, while the one before is still being kept', () => {
    const { press } = mounted()
    void press()
    bay.entryKey.value = 'b'
    void press()
    expect(record).toHaveBeenCalledTimes(2)
  })
  it('refused, leaves what was entered and where somebody is as they are', async () => {
    const { press, draft } = mounted()
    const pressed = press()
    answers[0]!(false)
    await pressed
    expect([draft.value, bay.chosen.value, taken.mock.calls.length]).toEqual([note, 'one', 0])
  })
  it('with nothing entered records nothing; a pause leaves nothing that a foot could press', async () => {
    const { press, draft } = mounted()
    job.state.paused = {}
    await nextTick()
    expect(draft.value).toBeUndefined()
    await press()
    bay.step.value = undefined
    draft.value = note
    await press()
    expect(record).not.toHaveBeenCalled()
  })
  it('Enter records from a number box, and from nothing else', () => {
    const { enter } = mounted()
    enter({ target: { tagName: 'TEXTAREA' } } as never)
    expect(record).not.toHaveBeenCalled()
    enter({ target: { tagName: 'INPUT' } } as never)
    expect(record).toHaveBeenCalledOnce()
  })
  it('a refusal goes when something else is entered', async () => {
    const { draft } = mounted()
    await nextTick()
    refusal.value = { code: 'JOB_NOT_PAUSED' }
    draft.value = { ...note, text: 'another' }
    await nextTick()
    expect(refusal.value).toBeUndefined()
  })
  it('a refusal that says how long yet goes when that time is over, and one that came after it stays', async () => {
    vi.useFakeTimers()
    mounted()
    await nextTick()
    refusal.value = { code: 'JOB_WAIT', wait: 'cool-1', secondsLeft: 60 }
    await nextTick()
    vi.advanceTimersByTime(59_000)
    expect(refusal.value).toBeDefined()
    vi.advanceTimersByTime(1000)
    expect(refusal.value).toBeUndefined()
    refusal.value = { code: 'JOB_WAIT', wait: 'cool-1', secondsLeft: 60 }
    await nextTick()
    refusal.value = { code: 'JOB_NOT_PAUSED' }
    await nextTick()
    vi.advanceTimersByTime(120_000)
    expect(refusal.value).toEqual({ code: 'JOB_NOT_PAUSED' })
    vi.useRealTimers()
  })
})
