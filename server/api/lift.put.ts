import { liftSchema } from '../../shared/schemas/basics'
import { setLift } from '../services/shopSettings'
import { readBodyWith } from '../utils/body'
import { getPool } from '../utils/db'
import { route } from '../utils/route'

export default route('PUT /api/lift', async ({ event, person }) => setLift(getPool(), await readBodyWith(event, liftSchema), person))
