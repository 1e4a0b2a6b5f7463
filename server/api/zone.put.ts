import { clockSchema } from '../../shared/schemas/session'
import { setZone } from '../services/shopSettings'
import { readBodyWith } from '../utils/body'
import { getPool } from '../utils/db'
import { route } from '../utils/route'

export default route('PUT /api/zone', async ({ event, person }) =>
  setZone(getPool(), (await readBodyWith(event, clockSchema)).zone, person),
)
