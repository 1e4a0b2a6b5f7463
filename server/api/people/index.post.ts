import { newPersonSchema } from '../../../shared/schemas/shop'
import { addPerson } from '../../services/people'
import { readBodyWith } from '../../utils/body'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'

export default route('POST /api/people', async ({ event, person }) =>
  addPerson(getPool(), await readBodyWith(event, newPersonSchema), person),
)
