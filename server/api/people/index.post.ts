import { newPersonSchema } from '../../../shared/schemas/api'
import { addPerson } from '../../services/people'
import { readBodyWith } from '../../utils/body'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'

export default route('POST /api/people', async ({ event }) => addPerson(getPool(), await readBodyWith(event, newPersonSchema)))
