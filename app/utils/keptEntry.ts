import { z } from 'zod'
import { eventVersion } from '#core/job/types'
import { isProblem, type Problem } from '#shared/errors'
import { eventSchema } from '#shared/schemas/event'
import { fromVersion1 } from '#shared/schemas/entry'
import { entrySchema, entryVersion, type Entry } from '#shared/schemas/job'
import { versioned, type Reading } from '#shared/versioned'
import type { JobEvent } from '#core/job/types'

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
  entry: Entry
  event: JobEvent
  words: string
  refused?: Problem
}

const keptSchema = z.object({
  v: z.literal(2),
  n: z.number().optional(),
  id: z.uuid(),
  job: z.uuid(),
  entry: entrySchema,
  event: eventSchema,
  words: z.string(),
  refused: z.custom<Problem>(isProblem).optional(),
})

const read = versioned({
  current: 2,
  versionOf: raw => (raw.v === undefined && 'command' in raw ? 1 : typeof raw.v === 'number' ? raw.v : undefined),
  upcast: {
    // Version 1 lay in localStorage: { event, command, basedOn }. It had an author by name only on this device.
    1: older => {
      const { event, command, basedOn } = older as { event: JobEvent; command: unknown; basedOn: number }
      const { id, job, at, device, by } = event
      return {
        v: 2,
        id,
        job,
        entry: { ...(fromVersion1({ id, at, device, command }, { seen: basedOn, by: by.id }) as object), v: entryVersion },
        event: { ...event, v: eventVersion, seen: basedOn },
        words: event.body.type,
      }
    },
  },
  schema: keptSchema,
})
export const readKept: (raw: unknown) => Reading<KeptEntry> = read
