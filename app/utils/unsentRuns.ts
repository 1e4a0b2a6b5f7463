import { z } from 'zod'
import { practiceRequestSchema, type PracticeRequest } from '#shared/schemas/practice'

/** Runs made here that the server is not known to have, each its author's own. */
export type UnsentRun = { by: string; request: PracticeRequest & { id: string } }
const key = 'efferent.practice'
/** Practice is no record of a car: of more than these the oldest go. */
const most = 20
const schema = z.array(z.object({ by: z.uuid(), request: practiceRequestSchema }))

/** What cannot be read is none: an older version wrote otherwise, or somebody else did. */
export function unsentRuns(storage: Storage): UnsentRun[] {
  try {
    const kept = schema.safeParse(JSON.parse(storage.getItem(key) ?? '[]')).data ?? []
    return kept.filter((one): one is UnsentRun => one.request.id !== undefined)
  } catch {
    return []
  }
}
export const keepRun = (storage: Storage, run: UnsentRun): void =>
  storage.setItem(key, JSON.stringify([...unsentRuns(storage), run].slice(-most)))
export const forgetRun = (storage: Storage, id: string): void =>
  storage.setItem(key, JSON.stringify(unsentRuns(storage).filter(({ request }) => request.id !== id)))
