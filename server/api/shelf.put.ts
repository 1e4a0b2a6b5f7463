import { shelfSchema } from '../../shared/schemas/session'
import { setShelf } from '../services/shopSettings'
import { readBodyWith } from '../utils/body'
import { getPool } from '../utils/db'
import { route } from '../utils/route'

export default route('PUT /api/shelf', async ({ event, person }) => setShelf(getPool(), await readBodyWith(event, shelfSchema), person))
