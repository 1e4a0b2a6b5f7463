import { judgementSchema } from '../../shared/schemas/session'
import { setJudgement } from '../services/shopSettings'
import { readBodyWith } from '../utils/body'
import { getPool } from '../utils/db'
import { route } from '../utils/route'

export default route('PUT /api/judgement', async ({ event, person }) =>
  setJudgement(getPool(), await readBodyWith(event, judgementSchema), person),
)
