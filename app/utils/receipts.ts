import { photoReceiptSchema } from '#shared/schemas/receipts'
import { reader } from '#shared/versioned'
import { NoAnswer } from './api'

export const readPhotoReceipt = reader(photoReceiptSchema)

/**
 * Something answered, and did not say that the server has just this: a sign-in page of the network, a cache, another program. Nobody's last
 * word: what waits goes on waiting.
 */
export const noReceipt = (): NoAnswer => new NoAnswer('Something answered in the server’s place, without its receipt.')

/** SHA-256 of a file's bytes, in hex: by the browser where it may, else by hand (a shop network without HTTPS). */
export async function sha256Of(file: Blob): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  const digest = globalThis.crypto?.subtle
    ? new Uint8Array(await crypto.subtle.digest('SHA-256', bytes))
    : (await import('@noble/hashes/sha2.js')).sha256(bytes)
  return [...digest].map(byte => byte.toString(16).padStart(2, '0')).join('')
}
