import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { getQuery, setResponseHeader, type H3Event } from 'h3'
import { sheetListSchema } from '../../shared/schemas/library'
import { parseWith } from './body'

/** ?sheets=a,b: which sheets are asked for; all when it is not there. */
export function sheetIds(event: H3Event): string[] | undefined {
  return parseWith(sheetListSchema, getQuery(event)).sheets?.split(',').filter(Boolean)
}

export function sendsFile(event: H3Event, name: string, type: string): void {
  setResponseHeader(event, 'content-type', type)
  setResponseHeader(event, 'content-disposition', `attachment; filename="${name}"`)
}

/**
 * A file sent as it comes to be, no faster than it is taken. Where it breaks off the connection is cut before its last byte, so that nobody
 * takes half a file for a whole one; who leaves ends the making of it.
 */
export async function sendFile(event: H3Event, name: string, type: string, pieces: AsyncIterable<string>): Promise<void> {
  sendsFile(event, name, type)
  await pipeline(Readable.from(pieces), event.node.res).catch(error => {
    if (!event.node.res.closed || error.code !== 'ERR_STREAM_PREMATURE_CLOSE') console.error(error)
  })
}
