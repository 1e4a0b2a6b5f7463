import { hmac } from '@noble/hashes/hmac.js'
import { sha256 } from '@noble/hashes/sha2.js'
import { entryText } from '#shared/entryProof'
import type { Entry } from '#shared/schemas/job'
import type { KeptKey } from './deviceStore'

const fromBase64Url = (text: string): Uint8Array =>
  Uint8Array.from(atob(text.replaceAll('-', '+').replaceAll('_', '/')), character => character.codePointAt(0)!)
const toBase64Url = (bytes: Uint8Array): string =>
  btoa(String.fromCodePoint(...bytes))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replaceAll('=', '')

/**
 * The entry with the mark of its author's key (HMAC-SHA-256, RFC 2104): whoever is signed in when it is sent, the server knows whose it is.
 * A package and not the browser's own crypto: that is missing on a shop network without HTTPS.
 */
export function signEntry(job: string, entry: Entry, { signIn, key }: Omit<KeptKey, 'person'>): Entry {
  const mac = hmac(sha256, fromBase64Url(key), new TextEncoder().encode(entryText(job, entry)))
  return { ...entry, proof: { signIn, mac: toBase64Url(mac) } }
}
