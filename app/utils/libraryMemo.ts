import type { Shelf } from '#shared/searchResult'

/** What was read of the device's library, while the same answers are kept; by itself, so that whoever forgets it need not load it. */
export const libraryMemo: { last?: { stamp: string; library: Promise<Shelf> } } = {}
