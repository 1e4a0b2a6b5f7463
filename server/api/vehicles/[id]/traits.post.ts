import { learnTraitSchema } from '../../../../shared/schemas/library'
import { learnTrait } from '../../../services/lookUp'
import { readBodyWith } from '../../../utils/body'
import { getPool } from '../../../utils/db'
import { idParam } from '../../../utils/params'
import { route } from '../../../utils/route'

export default route('POST /api/vehicles/:id/traits', async ({ event }) =>
  learnTrait(getPool(), idParam(event, 'VEHICLE_UNKNOWN'), await readBodyWith(event, learnTraitSchema)),
)
