import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { promisify } from 'node:util'

const derive = promisify<string | Buffer, Buffer, number, { N: number; r: number; p: number; maxmem: number }, Buffer>(scrypt)
// OWASP password storage: scrypt N=2^15, r=8, p=3 (one of its equal-strength settings).
const cost = { N: 2 ** 15, r: 8, p: 3, maxmem: 64 * 1024 * 1024 }

export async function hashSecret(secret: string): Promise<string> {
  const salt = randomBytes(16)
  const key = await derive(secret.normalize('NFKC'), salt, 32, cost)
  return `scrypt$${salt.toString('base64url')}$${key.toString('base64url')}`
}

export async function verifySecret(secret: string, stored: string): Promise<boolean> {
  const [scheme, salt = '', key = ''] = stored.split('$')
  if (scheme !== 'scrypt') return false
  const expected = Buffer.from(key, 'base64url')
  const actual = await derive(secret.normalize('NFKC'), Buffer.from(salt, 'base64url'), expected.length, cost)
  return timingSafeEqual(actual, expected)
}
