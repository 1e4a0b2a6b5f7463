import { z } from 'zod'
import { isProblem, type Problem } from '#shared/errors'
import { readEvent } from '#shared/schemas/event'
import { fromVersion1, readEntry } from '#shared/schemas/entry'
import type { Entry } from '#shared/schemas/job'
import { versioned, type Reading } from '#shared/versioned'
import type { JobEvent } from '#core/job/types'

/** An entry as it was signed, of whatever version: its author's mark is on its very text. The server brings it up. */
export type SentEntry = Pick<Entry, 'id' | 'at' | 'by'> & { v: number; command: { type: string } }

/**
 * What was recorded on this device and is not known to be on record: what is sent (`entry`), what it comes to on this device (`event`), and
 * what it says (`words`), so that it can be shown when the server has the last word on it (`refused`).
 */
export type KeptEntry = {
  v: 2
  /** Its place in the queue; given by the store. */
  n?: number
  id: string
  job: string
  entry: SentEntry
  event: JobEvent
  words: string
  refused?: Problem
}

function broughtUp(raw: unknown, context: z.RefinementCtx): JobEvent {
  const read = readEvent(raw)
  if (read.ok) return read.value
  context.addIssue({ code: 'custom', message: 'an event that cannot be read' })
  return z.NEVER
}

const keptSchema = z.object({
  v: z.literal(2),
  n: z.number().optional(),
  id: z.uuid(),
  job: z.uuid(),
  entry: z.custom<SentEntry>(raw => readEntry(raw).ok),
  event: z.unknown().transform(broughtUp),
  words: z.string(),
  refused: z.custom<Problem>(isProblem).optional(),
})

const read = versioned({
  current: 2,
  versionOf: raw => (raw.v === undefined && 'command' in raw ? 1 : typeof raw.v === 'number' ? raw.v : undefined),
  upcast: {
    // Version 1 lay in localStorage: { event, command, basedOn }, its author by name only. What it says reads as version 2.
    1: older => {
      const { event, command, basedOn } = older as { event: JobEvent; command: unknown; basedOn: number }
      const { id, job, at, device, by } = event
      return {
        v: 2,
        id,
        job,
        entry: { ...(fromVersion1({ id, at, device, command }, { seen: basedOn, by: by.id }) as object), v: 2 },
        event: { ...event, v: 2, seen: basedOn },
        words: event.body.type,
      }
    },
  },
  schema: keptSchema,
})
export const readKept: (raw: unknown) => Reading<KeptEntry> = read
