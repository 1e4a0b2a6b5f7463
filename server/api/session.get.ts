import type { SessionView } from '../../shared/schemas/session'
import { getSession, toPerson } from '../services/people'
import { getPool } from '../utils/db'
import { route } from '../utils/route'
import { personOf } from '../utils/session'

export default route('GET /api/session', async ({ event }): Promise<SessionView> => {
  const person = await personOf(event)
  return getSession(getPool(), person && toPerson(person))
})
