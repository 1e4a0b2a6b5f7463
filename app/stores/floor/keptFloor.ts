import { z } from 'zod'
import { jobRowSchema, type JobRow } from '#shared/schemas/jobRow'
import { reader } from '#shared/versioned'
import { readAs } from '~/utils/api'
import { deviceStore } from '~/utils/deviceStore'

/** The open jobs, kept current by the server's stream. */
export const floorPath = '/api/jobs/stream'
export const readRows = reader(z.array(jobRowSchema))
const keepMs = 500

/** Keeps the Floor on this device: at once, or a moment after it has moved, for many rows move at once. */
export function keptFloor(sorted: () => JobRow[]) {
  let waiting: ReturnType<typeof setTimeout> | undefined
  function keepNow(): void {
    clearTimeout(waiting)
    waiting = undefined
    void deviceStore()
      .keepAnswer({ path: floorPath, at: Date.now(), value: JSON.parse(JSON.stringify(sorted())) })
      .catch(() => {})
  }
  const keep = () => void (waiting ??= setTimeout(keepNow, keepMs))
  async function lastSeen(): Promise<{ rows: JobRow[]; at: number } | undefined> {
    const kept = await deviceStore()
      .findAnswer(floorPath)
      .catch(() => undefined)
    try {
      return kept && { rows: readAs(readRows, kept.value), at: kept.at }
    } catch {
      // Kept by another version: it is not there.
      return undefined
    }
  }
  return { keep, keepNow, lastSeen }
}
