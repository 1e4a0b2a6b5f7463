import { settleSchema } from '../../../../shared/schemas/shop'
import { settle } from '../../../services/disputes'
import { readBodyWith } from '../../../utils/body'
import { idParam } from '../../../utils/params'
import { route } from '../../../utils/route'

export default route('POST /api/disputes/:id/settle', async ({ event, person }) =>
  settle(idParam(event, 'DISPUTE_UNKNOWN'), await readBodyWith(event, settleSchema), person),
)
