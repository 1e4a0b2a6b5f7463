import { v7 } from 'uuid'
import { limits } from '../../shared/limits'
import type { SignInView } from '../../shared/schemas/session'
import { signInSchema } from '../../shared/schemas/shop'
import { refuseWhenCrowded, signIn } from '../services/people'
import { readBodyWith } from '../utils/body'
import { getPool } from '../utils/db'
import { route } from '../utils/route'
import { deviceOf, nameDevice, startSession, whereFrom } from '../utils/session'

export default route('POST /api/session', async ({ event }): Promise<SignInView> => {
  const from = await whereFrom(event)
  const known = await deviceOf(event)
  if (known === undefined) refuseWhenCrowded()
  const request = await readBodyWith(event, signInSchema, limits.signIn.bodyBytes)
  // From elsewhere it stands at the door by a name of its own; here it gets one once somebody has signed in on it.
  const device = known ?? (from.isHere ? v7() : await nameDevice(event))
  const started = await signIn(getPool(), { ...request, ...from, device })
  await startSession(event, started.signIn)
  await nameDevice(event, device)
  return started
})
