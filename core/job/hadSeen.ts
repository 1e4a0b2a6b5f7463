import type { JobEvent } from './types'

/**
 * Whether whoever made `event` could know of `earlier`: their device had folded it in, or had made it itself. What a person had not seen
 * they cannot have proved.
 */
export const hadSeen = (event: JobEvent, earlier: JobEvent): boolean =>
  earlier.seq <= event.seen || (earlier.device === event.device && earlier.seq < event.seq)
