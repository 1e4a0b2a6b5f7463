import { afterEach, describe, expect, it, vi } from 'vitest'
import { problem, type ErrorCode } from '#shared/errors'
import { call, NoAnswer, nothing, ProblemFailure, UnreadableAnswer, whoIsAway, type LateReader, type Reader } from './api'

const answer = (status: number, body: string | object, headers: Record<string, string> = {}) =>
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(typeof body === 'string' ? body : JSON.stringify(body), { status, headers })))
const number: Reader<number> = raw =>
  typeof raw === 'number'
    ? { ok: true, value: raw }
    : { ok: false, error: { why: 'damaged', issues: [{ path: 'seq', message: 'no number' }] } }
const failureOf = (read: Reader<unknown> = nothing) =>
  call('GET', '/api/x', read).then(
    () => expect.fail('it was taken'),
    (error: unknown) => error as Error,
  )
afterEach(() => vi.unstubAllGlobals())

describe('an answer of the server', () => {
  it('is read before anything is made of it', async () => {
    answer(200, '12')
    expect(await call('GET', '/api/x', number)).toBe(12)
    answer(200, { seq: 'twelve' })
    const damaged = await failureOf(number)
    expect(damaged).toBeInstanceOf(UnreadableAnswer)
    expect(damaged.message).toMatch(/seq: no number/)
  })
  it('is read by what is fetched meanwhile; where that does not come, the server does not answer', async () => {
    answer(200, '12')
    const late = vi.fn(() => Promise.resolve(number))
    const read: LateReader<number> = { later: late }
    expect(late).not.toHaveBeenCalled()
    expect(await call('GET', '/api/x', read)).toBe(12)
    const lost = { later: () => Promise.reject(new TypeError('Failed to fetch dynamically imported module')) }
    await expect(call('GET', '/api/x', lost)).rejects.toBeInstanceOf(NoAnswer)
    const broken = { later: () => Promise.reject(new ReferenceError('read before it was made')) }
    await expect(call('GET', '/api/x', broken)).rejects.toBeInstanceOf(ReferenceError)
    // What the server says no to is what counts, whatever reads it.
    answer(404, problem('JOB_UNKNOWN', 'There is no such job.'))
    await expect(call('GET', '/api/x', read)).rejects.toBeInstanceOf(ProblemFailure)
  })
  it('of a newer server asks for the page to be loaded again', async () => {
    answer(200, '{}')
    const newer = await failureOf(() => ({ ok: false, error: { why: 'newer', version: 9 } }))
    expect(newer.message).toMatch(/updated\. Load the page again/)
  })
  it('that is no JSON is nobody’s of ours: a page of the network', async () => {
    answer(200, '<html>a proxy says hello</html>')
    expect(await failureOf(number)).toBeInstanceOf(NoAnswer)
  })
  it('that says no keeps code, words and when to come again', async () => {
    answer(503, problem('DATABASE_GONE', 'The database is away.'), { 'retry-after': '7' })
    const failure = await failureOf()
    expect(failure).toBeInstanceOf(ProblemFailure)
    expect(failure).toMatchObject({ problem: { code: 'DATABASE_GONE' }, retryAfter: 7, message: 'The database is away.' })
  })
  it('without a reason, or none at all, is nobody’s word on what was sent', async () => {
    answer(502, 'Bad gateway')
    expect(await failureOf()).toMatchObject({ status: 502 })
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('network')))
    const silence = await failureOf()
    expect(silence).toBeInstanceOf(NoAnswer)
    expect(silence.cause).toBeInstanceOf(TypeError)
  })
})

describe('who is away', () => {
  it.each<[ErrorCode, ReturnType<typeof whoIsAway>]>([
    ['DATABASE_GONE', 'no-database'],
    ['STORAGE_FULL', 'no-storage'],
    ['STORAGE_READ_ONLY', 'no-storage'],
    ['STORAGE_DAMAGED', 'no-storage'],
    ['STORAGE_BUSY', 'busy'],
    ['SERVER_BUSY', 'busy'],
    ['INTERNAL', undefined],
    ['AUTH_SIGN_IN_NEEDED', undefined],
    ['JOB_CONFLICT', undefined],
    ['REQUEST_BODY', undefined],
  ])('%s: %s', (code, away) => expect(whoIsAway(new ProblemFailure(problem(code, '')))).toBe(away))
  it('no answer is the server, a bare 503 what stands behind it, a fault of the page nobody', () => {
    expect(whoIsAway(new NoAnswer(''))).toBe('no-server')
    expect(whoIsAway(new NoAnswer('', 502))).toBe('no-server')
    expect(whoIsAway(new NoAnswer('', 503))).toBe('no-database')
    expect(whoIsAway(new RangeError('a bug'))).toBeUndefined()
  })
})
