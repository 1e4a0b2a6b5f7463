import { getJob } from '../../services/jobs'
import { getPool } from '../../utils/db'
import { idParam } from '../../utils/params'
import { route } from '../../utils/route'

export default route('GET /api/jobs/:id', ({ event }) => getJob(getPool(), idParam(event, 'JOB_UNKNOWN')))
