import { entryVersion } from '../../core/job/types'
import { versioned } from '../versioned'
import { bodyOfVersion3 } from './bodyOfVersion3'
import { bodyOfVersion4 } from './bodyOfVersion4'
import { entrySchema } from './job'

/** What a device sends, brought up to today's version. Version 1 said neither `v`, nor by whom, nor what was seen: see `fromVersion1`. */
export const readEntry = versioned({
  current: entryVersion,
  versionOf: raw => (raw.v === undefined ? 1 : typeof raw.v === 'number' ? raw.v : undefined),
  upcast: {
    1: older => ({ ...older, v: 2 }),
    2: older => ({ ...older, v: 3, command: bodyOfVersion3(older.command) }),
    3: older => ({ ...older, v: 4, command: bodyOfVersion4(older.command) }),
    // Version 4 did not say of which history it had seen something.
    4: older => ({ ...older, v: 5 }),
  },
  schema: entrySchema,
})

/**
 * An entry of version 1 with what stood around it: `basedOn` on its envelope or beside it in the queue, and its author, who was then taken
 * to be whoever sent it.
 */
export const fromVersion1 = (raw: unknown, around: { seen: number; by: string }): unknown =>
  typeof raw === 'object' && raw !== null && !('v' in raw) ? { ...raw, ...around } : raw
