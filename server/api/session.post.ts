import { getRequestIP } from 'h3'
import { limits } from '../../shared/limits'
import { signInSchema, type SignInView } from '../../shared/schemas/api'
import { refuseWhenCrowded, signIn } from '../services/people'
import { readBodyWith } from '../utils/body'
import { getPool } from '../utils/db'
import { route } from '../utils/route'
import { deviceOf, startSession } from '../utils/session'

export default route('POST /api/session', async ({ event }): Promise<SignInView> => {
  const device = await deviceOf(event)
  if (device === undefined) refuseWhenCrowded()
  const request = await readBodyWith(event, signInSchema, limits.signIn.bodyBytes)
  const started = await signIn(getPool(), { ...request, device, address: getRequestIP(event) ?? 'unknown' })
  await startSession(event, started.signIn)
  return started
})
