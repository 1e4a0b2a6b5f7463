import { keptBenderSchema } from '../../../shared/schemas/gear'
import { keepBender } from '../../services/makingGear'
import { readBodyWith } from '../../utils/body'
import { nameParam } from '../../utils/params'
import { route } from '../../utils/route'

export default route('PUT /api/benders/:id', async ({ event }) =>
  keepBender({ ...(await readBodyWith(event, keptBenderSchema.omit({ id: true }))), id: nameParam(event, 'BENDER_UNKNOWN') }),
)
