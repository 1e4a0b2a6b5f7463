import { Readable } from 'node:stream'
import type { H3Event } from 'h3'
import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { pathText } from '../../shared/versioned'
import { digestOf } from '../services/storeSheet'
import { parseWith, readJson } from './body'
import { isDatabaseGone, isUniqueViolation } from './db'
import { Lru } from './lru'
import type { ProblemError } from './problemError'
import { reachOf } from './reachOf'
import { hashSecret, verifySecret } from './secret'

describe('Lru', () => {
  it('forgets what was touched longest ago', () => {
    const cache = new Lru<string, number>(2)
    cache.set('a', 1)
    cache.set('b', 2)
    cache.get('a')
    cache.set('c', 3)
    expect([cache.get('a'), cache.get('b'), cache.get('c')]).toEqual([1, undefined, 3])
    cache.delete('a')
    expect(cache.get('a')).toBeUndefined()
  })
})

describe('secret', () => {
  it('takes the right one only, and never hashes twice to the same', async () => {
    const [one, two] = await Promise.all([hashSecret('2468'), hashSecret('2468')])
    expect(one).not.toBe(two)
    expect(
      await Promise.all([verifySecret('2468', one), verifySecret('2469', one), verifySecret('', one), verifySecret('2468', 'plain$2468')]),
    ).toEqual([true, false, false, false])
  })
  it('verifies by what each hash cost (vector: RFC 7914, section 12), and nothing that costs too much, too little or cannot be read', async () => {
    const key = Buffer.from(
      '7023bdcb3afd7348461c06cd81fd38ebfda8fbba904f8e3ea9b543f6545da1f2d5432955613f0fcf62d49705242a9af9e61e85dc0d651e40dfcf017b45575887',
      'hex',
    ).toString('base64url')
    const salt = Buffer.from('SodiumChloride').toString('base64url')
    const isRight = (cost: string, with_ = key) => verifySecret('pleaseletmein', `scrypt$${cost}$${salt}$${with_}`)
    expect(await isRight('ln=14,r=8,p=1')).toBe(true)
    for (const cost of ['ln=13,r=8,p=1', 'ln=40,r=8,p=1', 'ln=14,r=8,p=99', 'ln=0,r=8,p=1', 'ln=14', ''])
      expect(await isRight(cost), cost).toBe(false)
    expect(await isRight('ln=14,r=8,p=1', '')).toBe(false)
  })
  it('takes what was kept before the cost stood with the hash', async () => {
    const [scheme, , salt, key] = (await hashSecret('2468')).split('$')
    expect(await verifySecret('2468', [scheme, salt, key].join('$'))).toBe(true)
  })
  it('reads one letter written two ways as one password', async () => {
    expect(await verifySecret('cafe\u0301-harbour', await hashSecret('caf\u00e9-harbour'))).toBe(true)
  })
})

describe('readJson', () => {
  const event = (body: string, headers: Record<string, string> = {}) =>
    ({ node: { req: Object.assign(Readable.from([Buffer.from(body)]), { headers }) } }) as unknown as H3Event
  const codeOf = (body: string, max?: number, headers?: Record<string, string>) =>
    readJson(event(body, headers), max).then(
      () => 'taken',
      (error: ProblemError) => error.problem.code,
    )

  it.each([
    ['{"a":[1,{"b":"]]]{{{"}]}', undefined, 'taken'],
    ['{"a":"\\"[[[["}', undefined, 'taken'],
    ['', undefined, 'REQUEST_JSON'],
    ['{"a":1', undefined, 'REQUEST_JSON'],
    ['{"a":{"__proto__":1}}', undefined, 'REQUEST_JSON'],
    ['['.repeat(41) + ']'.repeat(41), undefined, 'REQUEST_JSON'],
    ['['.repeat(40) + ']'.repeat(40), undefined, 'taken'],
    ['"123456789"', 10, 'REQUEST_TOO_LARGE'],
  ])('%j with a limit of %s: %s', async (body, max, code) => expect(await codeOf(body, max)).toBe(code))

  it('believes a length header that says too much, and not one that says too little', async () => {
    expect(await codeOf('1', 10, { 'content-length': '11' })).toBe('REQUEST_TOO_LARGE')
    expect(await codeOf('"123456789"', 10, { 'content-length': '2' })).toBe('REQUEST_TOO_LARGE')
  })
})

it('a body that does not fit names its places', () => {
  const schema = z.strictObject({ list: z.array(z.strictObject({ n: z.number() })) })
  expect(() => parseWith(schema, { list: [{ n: 1 }, { n: 'x' }] })).toThrowError(
    expect.objectContaining({
      problem: expect.objectContaining({ code: 'REQUEST_BODY', errors: [expect.objectContaining({ path: 'list[1].n' })] }),
    }),
  )
})

it.each([
  [{ code: '57P01' }, true],
  [{ code: 'ECONNREFUSED' }, true],
  [new Error('Connection terminated unexpectedly'), true],
  [{ code: '23505' }, false],
  [{ code: '42601' }, false],
  [new Error('syntax error'), false],
  [undefined, false],
  ['text', false],
])('%j means the database is away: %s', (error, gone) => expect(isDatabaseGone(error)).toBe(gone))

it('a unique violation is one of its own constraint only', () => {
  expect(isUniqueViolation({ code: '23505', constraint: 'jobs_pkey' }, 'jobs_pkey')).toBe(true)
  expect(isUniqueViolation({ code: '23505', constraint: 'other' }, 'jobs_pkey')).toBe(false)
})

it('the digest of a sheet does not depend on the order of its keys, and does on everything else', () => {
  expect(digestOf({ a: 1, b: [1, 2], c: undefined })).toBe(digestOf({ b: [1, 2], a: 1 }))
  expect(digestOf({ a: 1, b: [1, 2] })).not.toBe(digestOf({ a: 1, b: [2, 1] }))
  expect(digestOf({ a: '1' })).not.toBe(digestOf({ a: 1 }))
})

it.each([
  [['sheets', 0, 'joints', 2, 'line'], 'sheets[0].joints[2].line'],
  [[], ''],
  [[1], '[1]'],
])('%j reads %s', (path, text) => expect(pathText(path)).toBe(text))

describe('where this server is found', () => {
  const loopback = { address: '127.0.0.1', family: 'IPv4', internal: true } as const
  const six = { address: 'fe80::1', family: 'IPv6', internal: false } as const
  const wired = { address: '192.0.2.7', family: 'IPv4', internal: false } as const
  const interfaces = { lo: [loopback], en: [wired, six] } as unknown as NonNullable<Parameters<typeof reachOf>[1]>
  const at = (host: string, secureCookies = true) => reachOf({ host, port: 4747, secureCookies }, interfaces)
  it('listening on this machine only, nowhere', () => {
    for (const host of ['127.0.0.1', 'localhost', '::1']) expect(at(host)).toEqual({ network: false, addresses: [], secure: true })
  })
  it('listening on everything, at each address a tablet can reach; on one, at that', () => {
    expect(at('0.0.0.0', false)).toEqual({ network: true, addresses: ['http://192.0.2.7:4747'], secure: false })
    expect(at('2001:db8::7').addresses).toEqual(['http://[2001:db8::7]:4747'])
    expect(reachOf({ host: '0.0.0.0', port: 1, secureCookies: true }, { lo: [loopback] } as never).addresses).toEqual([])
  })
})
