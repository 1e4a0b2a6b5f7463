import { getQuery } from 'h3'
import { z } from 'zod'
import { limits } from '../../../../shared/limits'
import { keepPhoto } from '../../../services/photos'
import { parseWith, readBytes } from '../../../utils/body'
import { idParam } from '../../../utils/params'
import { route } from '../../../utils/route'

const query = z.object({ id: z.uuid() })

/** The body is the JPEG itself; `?id=` is the device's own. */
export default route('POST /api/jobs/:id/photos', async ({ event, person }) =>
  keepPhoto(idParam(event, 'JOB_UNKNOWN'), parseWith(query, getQuery(event)).id, await readBytes(event, limits.photoBytes), person),
)
