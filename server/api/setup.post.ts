import { setupSchema, type PersonView } from '../../shared/schemas/api'
import { setUpWorkshop, toPerson } from '../services/people'
import { readBodyWith } from '../utils/body'
import { route } from '../utils/route'
import { startSession } from '../utils/session'

export default route('POST /api/setup', async ({ event }): Promise<PersonView> => {
  const admin = await setUpWorkshop(await readBodyWith(event, setupSchema))
  await startSession(event, admin)
  return toPerson(admin)
})
