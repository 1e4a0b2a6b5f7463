import { limits } from '../../shared/limits'
import type { SignInView } from '../../shared/schemas/session'
import { setupSchema } from '../../shared/schemas/shop'
import { setUpWorkshop } from '../services/people'
import { readBodyWith } from '../utils/body'
import { getPool } from '../utils/db'
import { route } from '../utils/route'
import { nameDevice, startSession, whereFrom } from '../utils/session'

export default route('POST /api/setup', async ({ event }): Promise<SignInView> => {
  const request = await readBodyWith(event, setupSchema, limits.signIn.bodyBytes)
  const device = await nameDevice(event)
  const started = await setUpWorkshop(getPool(), { ...request, ...whereFrom(event), device })
  await startSession(event, started.signIn)
  return started
})
