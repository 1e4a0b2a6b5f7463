import { getQuery, getRequestHeader } from 'h3'
import { z } from 'zod'
import type { JobEvent } from '../../../../core/job/types'
import { limits } from '../../../../shared/limits'
import { getEvents, getJobRow } from '../../../services/jobs'
import { parseWith } from '../../../utils/body'
import { getPool } from '../../../utils/db'
import { idParam } from '../../../utils/params'
import { route } from '../../../utils/route'
import { sharedReads } from '../../../utils/shared'
import { pumpStream } from '../../../utils/stream'

// Two tablets at one job stand at the same place: read once.
const share = sharedReads<JobEvent[]>()
const from = z.coerce.number().int().min(0).max(limits.sequence).catch(0)

/** Events after ?after= or, on a reconnect, after Last-Event-ID: the follower misses nothing and sees nothing twice. */
export default route('GET /api/jobs/:id/stream', async ({ event }) => {
  const id = idParam(event, 'JOB_UNKNOWN')
  await getJobRow(getPool(), id)
  let after = parseWith(from, getRequestHeader(event, 'last-event-id') ?? getQuery(event).after)
  return pumpStream(
    event,
    jobId => jobId === id,
    async function* (woke) {
      const events = await share(`${id} ${after} ${woke?.seq}`, () => getEvents(getPool(), id, after))
      after = events.at(-1)?.seq ?? after
      for (const jobEvent of events) yield { id: String(jobEvent.seq), event: 'job', data: JSON.stringify(jobEvent) }
    },
  )
})
