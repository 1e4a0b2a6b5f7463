import { route } from '../utils/route'
import { endSession } from '../utils/session'

export default route('DELETE /api/session', async ({ event }) => {
  await endSession(event)
  return { signedOut: true }
})
