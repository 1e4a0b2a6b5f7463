import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { promisify } from 'node:util'
import { limits } from '../../shared/limits'
import { BoundedQueue } from './boundedQueue'
import { ProblemError } from './problemError'

const derive = promisify<string | Buffer, Buffer, number, { N: number; r: number; p: number; maxmem: number }, Buffer>(scrypt)
// OWASP password storage: scrypt N=2^15, r=8, p=3 (one of its equal-strength settings).
const cost = { N: 2 ** 15, r: 8, p: 3, maxmem: 64 * 1024 * 1024 }

export const tooBusy = (seconds = 2) =>
  new ProblemError('SERVER_BUSY', 'Too much is asked for at once. Try again in a moment.', { headers: { 'retry-after': String(seconds) } })

// Each hash takes a core for about a quarter of a second; it runs off the event loop, and one at a time so that a core stays free.
const queue = new BoundedQueue(limits.hashing.together, limits.hashing.waiting, tooBusy)

export const hashSecret = (secret: string): Promise<string> =>
  queue.run(async () => {
    const salt = randomBytes(16)
    const key = await derive(secret.normalize('NFKC'), salt, 32, cost)
    return `scrypt$${salt.toString('base64url')}$${key.toString('base64url')}`
  })

export async function verifySecret(secret: string, stored: string): Promise<boolean> {
  const [scheme, salt = '', key = ''] = stored.split('$')
  if (scheme !== 'scrypt') return false
  const expected = Buffer.from(key, 'base64url')
  const actual = await queue.run(() => derive(secret.normalize('NFKC'), Buffer.from(salt, 'base64url'), expected.length, cost))
  return timingSafeEqual(actual, expected)
}
