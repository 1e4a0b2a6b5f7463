import { openJobSchema } from '../../../shared/schemas/job'
import { openJob } from '../../services/jobs'
import { readBodyWith } from '../../utils/body'
import { route } from '../../utils/route'

export default route('POST /api/jobs', async ({ event, person }) => openJob(await readBodyWith(event, openJobSchema), person))
