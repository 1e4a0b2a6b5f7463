import { appendSchema } from '../../../../shared/schemas/job'
import { appendToJob } from '../../../services/jobs'
import { readBodyWith } from '../../../utils/body'
import { idParam } from '../../../utils/params'
import { route } from '../../../utils/route'

export default route('POST /api/jobs/:id/events', async ({ event, person }) =>
  appendToJob(idParam(event, 'JOB_UNKNOWN'), await readBodyWith(event, appendSchema), person),
)
