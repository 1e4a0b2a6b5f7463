import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { Answered, Asked } from '~/workers/entry'
import { WorkerCaller, WorkerFailure } from './workerCall'

/** A worker the test answers for. */
class PlayedWorker {
  static all: PlayedWorker[] = []
  asked: Asked[] = []
  ended = false
  onmessage: ((message: MessageEvent<Answered>) => void) | null = null
  onerror: ((event: ErrorEvent) => void) | null = null
  constructor() {
    PlayedWorker.all.push(this)
  }

  postMessage = (asked: Asked) => void this.asked.push(asked)
  terminate = () => void (this.ended = true)
  answer = (answered: Partial<Answered> & { n: number }) => this.onmessage!({ data: answered } as MessageEvent<Answered>)
}
const input = { lines: [], keepouts: [] }
let caller: WorkerCaller
beforeEach(() => {
  PlayedWorker.all = []
  vi.useFakeTimers()
  caller = new WorkerCaller(() => new PlayedWorker() as never)
})
afterEach(() => {
  vi.useRealTimers()
})
const [worker, second] = [() => PlayedWorker.all[0]!, () => PlayedWorker.all[1]!]

it('asks one after the other, and answers each its own', async () => {
  const [one, two] = [caller.run('traceLines', input), caller.run('traceLines', input)]
  expect(worker().asked.map(({ n }) => n)).toEqual([1])
  worker().answer({ n: 1, value: ['first'] })
  worker().answer({ n: 2, value: ['second'] })
  expect(await Promise.all([one, two])).toEqual([['first'], ['second']])
})

it('begun before there is work, has one worker, and it is the one that is asked', async () => {
  caller.begin()
  caller.begin()
  const one = caller.run('traceLines', input)
  worker().answer({ n: 1, value: ['first'] })
  expect([await one, PlayedWorker.all.length]).toEqual([['first'], 1])
})

it('a failure keeps its code, and the next one is asked', async () => {
  const [one, two] = [caller.run('traceLines', input), caller.run('traceLines', input)]
  worker().answer({ n: 1, error: { name: 'RangeError', message: 'too much', code: 'LINE_TOO_LONG' } })
  await expect(one).rejects.toMatchObject({ kind: 'RangeError', code: 'LINE_TOO_LONG' })
  await expect(one).rejects.toBeInstanceOf(WorkerFailure)
  worker().answer({ n: 2, value: [] })
  expect(await two).toEqual([])
})

it('called off while it waits, it is never asked', async () => {
  const off = new AbortController()
  const [one, two] = [caller.run('traceLines', input), caller.run('traceLines', input, off.signal)]
  off.abort()
  await expect(two).rejects.toMatchObject({ name: 'AbortError' })
  worker().answer({ n: 1, value: [] })
  await one
  expect(worker().asked).toHaveLength(1)
})

it('called off while it is worked on: what is nearly done runs out, what is not is ended, and the next has a worker', async () => {
  const off = new AbortController()
  const one = caller.run('traceLines', input, off.signal)
  const two = caller.run('traceLines', input)
  off.abort()
  await expect(one).rejects.toMatchObject({ name: 'AbortError' })
  expect(worker().ended).toBe(false)
  vi.advanceTimersByTime(300)
  expect(worker().ended).toBe(true)
  expect(second().asked.map(({ n }) => n)).toEqual([2])
  // The old one's answer, come too late, is nobody's.
  worker().answer({ n: 1, value: ['late'] })
  second().answer({ n: 2, value: ['own'] })
  expect(await two).toEqual(['own'])
})

it('without workers, or where their script does not load, the task is done on the spot', async () => {
  vi.useRealTimers()
  expect(await new WorkerCaller(() => undefined).run('traceLines', input)).toEqual([])
  const broken = caller.run('traceLines', input)
  worker().onerror!(new Event('error') as ErrorEvent)
  expect(await broken).toEqual([])
})

it('one called off before it is asked for costs nothing', async () => {
  await expect(caller.run('traceLines', input, AbortSignal.abort())).rejects.toMatchObject({ name: 'AbortError' })
  expect(PlayedWorker.all).toEqual([])
})
