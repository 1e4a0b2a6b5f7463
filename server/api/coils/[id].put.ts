import { coilSaidSchema } from '../../../shared/schemas/gear'
import { keepCoil } from '../../services/makingGear'
import { readBodyWith } from '../../utils/body'
import { nameParam } from '../../utils/params'
import { route } from '../../utils/route'

export default route('PUT /api/coils/:id', async ({ event, person }) =>
  keepCoil({ ...(await readBodyWith(event, coilSaidSchema.omit({ id: true }))), id: nameParam(event, 'COIL_UNKNOWN') }, person),
)
