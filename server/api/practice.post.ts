import { practiceRequestSchema } from '../../shared/schemas/practice'
import { keepPractice } from '../services/practice'
import { readBodyWith } from '../utils/body'
import { getPool } from '../utils/db'
import { route } from '../utils/route'

export default route('POST /api/practice', async ({ event, person, gone }) =>
  keepPractice(getPool(), person, await readBodyWith(event, practiceRequestSchema), new Date(), gone),
)
