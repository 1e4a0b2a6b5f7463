import { getQuery, getRequestHeader } from 'h3'
import { z } from 'zod'
import { limits } from '../../../../shared/limits'
import { getEvents, getJobRow } from '../../../services/jobs'
import { parseWith } from '../../../utils/body'
import { getPool } from '../../../utils/db'
import { idParam } from '../../../utils/params'
import { route } from '../../../utils/route'
import { pumpStream } from '../../../utils/stream'

const from = z.coerce.number().int().min(0).max(limits.sequence).catch(0)

/** Events after ?after= or, on a reconnect, after Last-Event-ID: the follower misses nothing and sees nothing twice. */
export default route('GET /api/jobs/:id/stream', async ({ event }) => {
  const id = idParam(event, 'JOB_UNKNOWN')
  await getJobRow(getPool(), id)
  let after = parseWith(from, getRequestHeader(event, 'last-event-id') ?? getQuery(event).after)
  return pumpStream(
    event,
    jobId => jobId === id,
    async () => {
      const events = await getEvents(getPool(), id, after)
      after = events.at(-1)?.seq ?? after
      return events.map(jobEvent => ({ id: String(jobEvent.seq), event: 'job', data: JSON.stringify(jobEvent) }))
    },
  )
})
