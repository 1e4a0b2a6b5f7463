import { getRequestIP } from 'h3'
import { signInSchema, type PersonView } from '../../shared/schemas/api'
import { signIn, toPerson } from '../services/people'
import { readBodyWith } from '../utils/body'
import { getPool } from '../utils/db'
import { route } from '../utils/route'
import { startSession } from '../utils/session'

export default route('POST /api/session', async ({ event }): Promise<PersonView> => {
  const request = await readBodyWith(event, signInSchema)
  const person = await signIn(getPool(), { ...request, address: getRequestIP(event) ?? 'unknown' })
  await startSession(event, person)
  return toPerson(person)
})
