import { v7 } from 'uuid'
import { limits } from '../../shared/limits'
import type { SignInView } from '../../shared/schemas/session'
import { setupSchema } from '../../shared/schemas/shop'
import { setUpWorkshop } from '../services/people'
import { readBodyWith } from '../utils/body'
import { getPool } from '../utils/db'
import { route } from '../utils/route'
import { deviceOf, nameDevice, startSession, whereFrom } from '../utils/session'

export default route('POST /api/setup', async ({ event }): Promise<SignInView> => {
  const request = await readBodyWith(event, setupSchema, limits.signIn.bodyBytes)
  // Whoever is refused takes no name along: each would be a new device with tries of its own.
  const device = (await deviceOf(event)) ?? v7()
  const started = await setUpWorkshop(getPool(), { ...request, ...(await whereFrom(event)), device })
  await nameDevice(event, device)
  await startSession(event, started.signIn)
  return started
})
