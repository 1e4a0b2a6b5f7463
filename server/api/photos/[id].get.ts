import { setResponseHeaders } from 'h3'
import { getPhoto } from '../../services/photos'
import { getPool } from '../../utils/db'
import { idParam } from '../../utils/params'
import { route } from '../../utils/route'

export default route('GET /api/photos/:id', async ({ event }) => {
  const bytes = await getPhoto(getPool(), idParam(event, 'PHOTO_UNKNOWN'))
  // A photo never changes: its id is its content for good.
  setResponseHeaders(event, {
    'content-type': 'image/jpeg',
    'content-disposition': 'inline',
    'cache-control': 'private, max-age=31536000, immutable',
  })
  return bytes
})
