import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { promisify } from 'node:util'
import { limits } from '../../shared/limits'
import { BoundedQueue } from './boundedQueue'
import { ProblemError } from './problemError'

const derive = promisify<string | Buffer, Buffer, number, { N: number; r: number; p: number; maxmem: number }, Buffer>(scrypt)
type Cost = { ln: number; r: number; p: number }
// OWASP password storage: scrypt N=2^15, r=8, p=3 (one of its equal-strength settings).
const cost: Cost = { ln: 15, r: 8, p: 3 }
const most: Cost = { ln: 17, r: 8, p: 4 }
const derived = (secret: string, salt: Buffer, length: number, { ln, r, p }: Cost) =>
  derive(secret.normalize('NFKC'), salt, length, { N: 2 ** ln, r, p, maxmem: 256 * 1024 * 1024 })

export const tooBusy = (seconds = 2) =>
  new ProblemError('SERVER_BUSY', 'Too much is asked for at once. Try again in a moment.', { headers: { 'retry-after': String(seconds) } })

// Each hash takes a core for about a quarter of a second; it runs off the event loop, and one at a time so that a core stays free.
const queue = new BoundedQueue(limits.hashing.together, limits.hashing.waiting, tooBusy)

/** With what it cost beside it (as in PHC's strings): it can be raised one day, and nobody is locked out. */
export const hashSecret = (secret: string): Promise<string> =>
  queue.run(async () => {
    const salt = randomBytes(16)
    const key = await derived(secret, salt, 32, cost)
    return `scrypt$ln=${cost.ln},r=${cost.r},p=${cost.p}$${salt.toString('base64url')}$${key.toString('base64url')}`
  })

/** What a hash cost; what was kept before the cost stood beside it cost what it costs now. */
function costOf(said: string | undefined): Cost | undefined {
  if (said === undefined) return { ln: 15, r: 8, p: 3 }
  const numbers = /^ln=(\d{1,2}),r=(\d{1,2}),p=(\d{1,2})$/.exec(said)
  if (!numbers) return undefined
  const [ln, r, p] = numbers.slice(1).map(Number) as [number, number, number]
  return ln >= 1 && r >= 1 && p >= 1 && ln <= most.ln && r <= most.r && p <= most.p ? { ln, r, p } : undefined
}

export async function verifySecret(secret: string, stored: string): Promise<boolean> {
  const [scheme, ...rest] = stored.split('$')
  const [key = '', salt = '', said] = rest.toReversed()
  const paid = costOf(said)
  const expected = Buffer.from(key, 'base64url')
  if (scheme !== 'scrypt' || !paid || expected.length === 0) return false
  const actual = await queue.run(() => derived(secret, Buffer.from(salt, 'base64url'), expected.length, paid))
  return timingSafeEqual(actual, expected)
}
