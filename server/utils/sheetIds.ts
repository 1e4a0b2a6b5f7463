import { Readable } from 'node:stream'
import { getQuery, sendStream, setResponseHeader, type H3Event } from 'h3'
import { sheetListSchema } from '../../shared/schemas/api'
import { parseWith } from './body'

/** ?sheets=a,b: which sheets are asked for; all when it is not there. */
export function sheetIds(event: H3Event): string[] | undefined {
  return parseWith(sheetListSchema, getQuery(event)).sheets?.split(',').filter(Boolean)
}

export function sendsFile(event: H3Event, name: string, type: string): void {
  setResponseHeader(event, 'content-type', type)
  setResponseHeader(event, 'content-disposition', `attachment; filename="${name}"`)
}

/** A file sent as it comes to be, no faster than it is taken. Breaking off, it ends without its last byte, and the browser says so. */
export function sendFile(event: H3Event, name: string, type: string, pieces: AsyncIterable<string>): Promise<void> {
  sendsFile(event, name, type)
  return sendStream(event, Readable.from(pieces))
}
