import { getFloor, getJobRow } from '../../services/jobs'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'
import { pumpStream } from '../../utils/stream'

/** The whole Floor once, then each row that moves; the whole again after the database has been away. */
export default route('GET /api/jobs/stream', ({ event }) =>
  pumpStream(
    event,
    () => true,
    async woke =>
      woke === undefined
        ? [{ event: 'floor', data: JSON.stringify(await getFloor(getPool())) }]
        : [{ event: 'row', data: JSON.stringify(await getJobRow(getPool(), woke)) }],
  ),
)
