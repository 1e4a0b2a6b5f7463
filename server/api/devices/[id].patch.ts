import { deviceChangeSchema } from '../../../shared/schemas/shop'
import { letIn } from '../../services/devices'
import { readBodyWith } from '../../utils/body'
import { getPool } from '../../utils/db'
import { idParam } from '../../utils/params'
import { route } from '../../utils/route'

export default route('PATCH /api/devices/:id', async ({ event, person }) =>
  letIn(getPool(), idParam(event, 'DEVICE_UNKNOWN'), (await readBodyWith(event, deviceChangeSchema)).name, person),
)
