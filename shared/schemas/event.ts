import { z } from 'zod'
import { eventVersion } from '../../core/job/types'
import { versioned, type Reading } from '../versioned'
import { bodyOfVersion3 } from './bodyOfVersion3'
import { bodyOfVersion4 } from './bodyOfVersion4'
import { bodySchema, deviceSchema, isEventType, signatureSchema } from './job'
import { seqSchema } from './basics'

/** An event as it is stored, streamed and handed out. */
export const eventSchema = z.strictObject({
  v: z.literal(eventVersion),
  id: z.uuid(),
  job: z.uuid(),
  seq: seqSchema,
  seen: seqSchema,
  at: z.iso.datetime(),
  recordedAt: z.iso.datetime().optional(),
  by: signatureSchema,
  sentBy: signatureSchema.optional(),
  device: deviceSchema,
  body: bodySchema,
})

const read = versioned({
  current: eventVersion,
  versionOf: raw => (raw.v === undefined ? 1 : typeof raw.v === 'number' ? raw.v : undefined),
  upcast: {
    // Version 1 did not say what its device had seen. Its server decided every entry against the job as it stood on arrival, so it
    // counts as having seen all that came before it.
    1: older => ({ ...older, v: 2, seen: Math.max(0, Number(older.seq) - 1) }),
    2: older => ({ ...older, v: 3, body: bodyOfVersion3(older.body) }),
    3: older => ({ ...older, v: 4, body: bodyOfVersion4(older.body) }),
  },
  schema: eventSchema,
})

/** Types that are brought up to others. */
const gone = ['stepDone']

/** Brought up to today's version and held against its schema. A type nobody here knows comes from a newer program. */
export function readEvent(raw: unknown): Reading<z.output<typeof eventSchema>> {
  const type = (raw as { body?: { type?: unknown } } | null)?.body?.type
  if (typeof type === 'string' && !isEventType(type) && !gone.includes(type))
    return { ok: false, error: { why: 'newer', version: Number((raw as { v?: number }).v ?? 1) } }
  return read(raw)
}
