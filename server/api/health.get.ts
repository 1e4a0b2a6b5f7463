import { setResponseStatus } from 'h3'
import type { Health } from '../../shared/schemas/session'
import { getHealth } from '../services/health'
import { route } from '../utils/route'

export default route('GET /api/health', async ({ event }): Promise<Health> => {
  const health = await getHealth()
  if (health.status !== 'ok') setResponseStatus(event, 503)
  return health
})
