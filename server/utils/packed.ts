import { promisify } from 'node:util'
import { gzip } from 'node:zlib'
import { appendResponseHeader, getRequestHeader, getResponseHeader, setResponseHeader, type H3Event } from 'h3'

const pack = promisify(gzip)
/** From how many characters on: what goes in two or three packets does not arrive earlier for being smaller. */
const worthIt = 4096

/**
 * What was asked for, packed for a weak radio link where it is long and the other side unpacks. Only what is read: what answers an act may
 * hold a secret, and its length would tell of it. Anything but plain data is handed on as it is.
 */
export async function packed(event: H3Event, value: unknown): Promise<unknown> {
  const isData = typeof value === 'object' && value !== null && (Array.isArray(value) || Object.getPrototypeOf(value) === Object.prototype)
  if (event.method !== 'GET' || !isData) return value
  const text = JSON.stringify(value)
  if (getResponseHeader(event, 'content-type') === undefined) setResponseHeader(event, 'content-type', 'application/json')
  appendResponseHeader(event, 'vary', 'accept-encoding')
  if (text.length < worthIt || !/\bgzip\b/.test(getRequestHeader(event, 'accept-encoding') ?? '')) return text
  setResponseHeader(event, 'content-encoding', 'gzip')
  return pack(text, { level: 4 })
}
