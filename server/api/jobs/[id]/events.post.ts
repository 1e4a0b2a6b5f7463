import { appendToJob } from '../../../services/append'
import { readJson } from '../../../utils/body'
import { idParam } from '../../../utils/params'
import { route } from '../../../utils/route'

export default route('POST /api/jobs/:id/events', async ({ event, person, gone }) =>
  appendToJob(idParam(event, 'JOB_UNKNOWN'), await readJson(event), person, gone),
)
