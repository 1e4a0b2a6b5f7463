import DataLoader from 'dataloader'
import { limits } from '#shared/limits'
import { libraryAnswers } from '#shared/answers/library'
import type { SheetGlanceView, SheetHead } from '#shared/schemas/library'
import { call } from './api'

/** Rows come into sight together: what they ask for within this time is asked together. */
const gatherMs = 40

const loader = new DataLoader<SheetHead, SheetGlanceView, string>(
  heads => call('GET', `/api/sheets/glances?sheets=${heads.map(({ id }) => id).join(',')}`, libraryAnswers.glances),
  {
    maxBatchSize: limits.glances,
    batchScheduleFn: send => void setTimeout(send, gatherMs),
    cacheKeyFn: ({ id, revision }) => `${id}@${revision}`,
  },
)

/** A sheet at a glance. What cannot be had is asked for again next time. */
export async function glanceOf(head: SheetHead): Promise<SheetGlanceView | undefined> {
  try {
    return await loader.load(head)
  } catch {
    loader.clear(head)
    return undefined
  }
}
