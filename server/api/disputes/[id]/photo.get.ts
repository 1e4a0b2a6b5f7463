import { setResponseHeaders } from 'h3'
import { getDisputedPhoto } from '../../../services/disputes'
import { getPool } from '../../../utils/db'
import { idParam } from '../../../utils/params'
import { route } from '../../../utils/route'

export default route('GET /api/disputes/:id/photo', async ({ event }) => {
  const bytes = await getDisputedPhoto(getPool(), idParam(event, 'DISPUTE_UNKNOWN'))
  setResponseHeaders(event, { 'content-type': 'image/jpeg', 'content-disposition': 'inline' })
  return bytes
})
