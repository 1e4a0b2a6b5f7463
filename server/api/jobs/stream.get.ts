import type { StreamMessage } from '../../utils/stream'
import { getFloor, getJobRow } from '../../services/jobs'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'
import { sharedReads } from '../../utils/shared'
import { pumpStream } from '../../utils/stream'

// A hundred followers of the Floor are told of one moved job by one reading of it.
const share = sharedReads<StreamMessage>()

/** The whole Floor once, then each row that moves; the whole again after the database has been away. */
export default route('GET /api/jobs/stream', ({ event }) =>
  pumpStream(
    event,
    () => true,
    async woke => [
      woke === undefined
        ? await share('floor', async () => ({ event: 'floor', data: JSON.stringify(await getFloor(getPool())) }))
        : await share(`${woke.id} ${woke.seq}`, async () => ({ event: 'row', data: JSON.stringify(await getJobRow(getPool(), woke.id)) })),
    ],
  ),
)
