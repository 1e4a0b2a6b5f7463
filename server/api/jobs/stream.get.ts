import { limits } from '../../../shared/limits'
import type { JobRow } from '../../../shared/schemas/jobRow'
import type { StreamMessage } from '../../utils/stream'
import { getFloor, getFloorRow } from '../../services/jobs'
import { isSummedSoon } from '../../services/summaries'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'
import { sharedReads } from '../../utils/shared'
import { pumpStream } from '../../utils/stream'

// A hundred followers of the Floor are told of one moved job by one reading of it.
const share = sharedReads<JobRow[]>()

const rowMessage = (data: JobRow | JobRow[]): StreamMessage =>
  Array.isArray(data) ? { event: 'floor', data: JSON.stringify(data) } : { event: 'row', data: JSON.stringify(data) }

/** Page by page, as the follower takes them; the last is not full. */
async function* floorPages(): AsyncGenerator<StreamMessage> {
  let after = 0
  for (;;) {
    const from = after
    const page = await share(`floor ${from}`, () => getFloor(getPool(), from))
    yield rowMessage(page)
    if (page.length < limits.jobsPerPage) return
    after = page.at(-1)!.number
  }
}

/** A job at which entries come in by the dozen is told of when it is summed up. */
async function* movedRow({ id, seq }: { id: string; seq: number }): AsyncGenerator<StreamMessage> {
  if (isSummedSoon(id)) return
  for (const row of await share(`${id} ${seq}`, async () => [await getFloorRow(getPool(), id)])) yield rowMessage(row)
}

/** The whole Floor once, then each row that moves; the whole again after the database has been away. */
export default route('GET /api/jobs/stream', ({ event }) =>
  pumpStream(
    event,
    () => true,
    woke => (woke ? movedRow(woke) : floorPages()),
  ),
)
