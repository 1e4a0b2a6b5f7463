import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { JobEvent } from '#core/job/types'
import { NoAnswer, ProblemFailure, UnreadableAnswer, type Reader } from './api'
import { deviceStore, mostAnswers } from './deviceStore'
import { askKept, forgetAnswers, jobPath, keepOnRecord } from './keptAnswers'
import { problem } from '#shared/errors'

const number: Reader<number> = raw =>
  typeof raw === 'number'
    ? { ok: true, value: raw }
    : { ok: false, error: { why: 'damaged', issues: [{ path: '', message: 'no number' }] } }
const says = (status: number, body: unknown) =>
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(JSON.stringify(body), { status })))
const away = () => vi.stubGlobal('fetch', () => Promise.reject(new TypeError('away')))

beforeEach(async () => {
  await deviceStore().clearAnswers()
  vi.stubGlobal('window', {})
})
afterEach(() => vi.unstubAllGlobals())

describe('what the server said, kept for when nobody answers', () => {
  it('is what it says while it answers, and what it said last while it does not', async () => {
    says(200, 7)
    const fresh = await askKept('/api/x', number)
    expect(fresh).toEqual({ value: 7, at: expect.any(Number) as number })
    away()
    expect(await askKept('/api/x', number)).toEqual({ value: 7, at: fresh.at, away: expect.any(NoAnswer) as NoAnswer })
    says(503, {})
    expect((await askKept('/api/x', number)).value).toBe(7)
    says(200, 8)
    expect((await askKept('/api/x', number)).away).toBeUndefined()
    away()
    expect((await askKept('/api/x', number)).value).toBe(8)
  })

  it('is read by what was fetched for it; where that is not here either, nobody answers', async () => {
    const late = { later: () => Promise.resolve(number) }
    const lost = { later: () => Promise.reject(new TypeError('away')) }
    says(200, 7)
    await askKept('/api/x', late)
    away()
    expect(await askKept('/api/x', late)).toMatchObject({ value: 7, away: expect.any(NoAnswer) as NoAnswer })
    await expect(askKept('/api/x', lost)).rejects.toBeInstanceOf(NoAnswer)
    says(200, 8)
    await expect(askKept('/api/x', lost)).rejects.toBeInstanceOf(NoAnswer)
  })

  it('nothing kept, nothing shown', async () => {
    away()
    await expect(askKept('/api/y', number)).rejects.toBeInstanceOf(NoAnswer)
  })

  it('a word of the server is no silence: what it refuses is not looked up here', async () => {
    says(200, 7)
    await askKept('/api/x', number)
    says(401, problem('AUTH_SIGN_IN_NEEDED', 'Sign in.'))
    await expect(askKept('/api/x', number)).rejects.toBeInstanceOf(ProblemFailure)
  })

  it('an answer that cannot be read is not kept, and one kept by another version is not there', async () => {
    says(200, 7)
    await askKept('/api/x', number)
    says(200, 'seven')
    await expect(askKept('/api/x', number)).rejects.toBeInstanceOf(UnreadableAnswer)
    away()
    expect((await askKept('/api/x', number)).value).toBe(7)
    await deviceStore().keepAnswer({ path: '/api/x', at: 1, value: 'seven' })
    await expect(askKept('/api/x', number)).rejects.toBeInstanceOf(NoAnswer)
  })

  it('only so much of it: the oldest goes first', async () => {
    for (let i = 0; i < mostAnswers + 3; i++) await deviceStore().keepAnswer({ path: `/${i}`, at: i, value: i })
    expect(await deviceStore().listAnswerPaths()).toHaveLength(mostAnswers)
    expect(await deviceStore().findAnswer('/2')).toBeUndefined()
    expect(await deviceStore().findAnswer('/3')).toBeDefined()
  })

  it('what has come on record since stands beside the job, once and in order', async () => {
    const event = (id: string, seq: number) => ({ id, seq }) as JobEvent
    await deviceStore().keepAnswer({ path: jobPath('j'), at: 1, value: { events: [event('a', 1)] } })
    await keepOnRecord('j', [event('c', 3), event('b', 2)])
    await keepOnRecord('j', [event('b', 2)])
    await keepOnRecord('unknown', [event('x', 1)])
    const kept = (await deviceStore().findAnswer(jobPath('j')))!.value as { events: JobEvent[] }
    expect(kept.events.map(({ id }) => id)).toEqual(['a', 'b', 'c'])
    expect(await deviceStore().listAnswerPaths()).toHaveLength(1)
  })

  it('is gone when whoever saw it has signed out, the photos with it', async () => {
    const gone: string[] = []
    vi.stubGlobal('window', { caches: {} })
    vi.stubGlobal('caches', { delete: (name: string) => Promise.resolve(gone.push(name)) })
    says(200, 7)
    await askKept('/api/x', number)
    await forgetAnswers()
    away()
    await expect(askKept('/api/x', number)).rejects.toBeInstanceOf(NoAnswer)
    expect(gone).toEqual(['photos'])
  })
})
