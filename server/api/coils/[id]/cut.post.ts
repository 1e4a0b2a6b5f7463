import { coilCutSchema } from '../../../../shared/schemas/gear'
import { cutFromCoil } from '../../../services/makingGear'
import { readBodyWith } from '../../../utils/body'
import { nameParam } from '../../../utils/params'
import { route } from '../../../utils/route'

export default route('POST /api/coils/:id/cut', async ({ event, person }) =>
  cutFromCoil(nameParam(event, 'COIL_UNKNOWN'), await readBodyWith(event, coilCutSchema), person, new Date()),
)
