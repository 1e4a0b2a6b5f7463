import { wrenchSchema } from '../../shared/schemas/shop'
import { setWrench } from '../services/people'
import { readBodyWith } from '../utils/body'
import { getPool } from '../utils/db'
import { route } from '../utils/route'

export default route('PUT /api/wrench', async ({ event, person }) =>
  setWrench(getPool(), person.id, (await readBodyWith(event, wrenchSchema)).millimetres),
)
