import { setResponseHeaders } from 'h3'
import { getPhoto } from '../../services/photos'
import { getPool } from '../../utils/db'
import { idParam } from '../../utils/params'
import { route } from '../../utils/route'

export default route('GET /api/photos/:id', async ({ event }) => {
  const bytes = await getPhoto(getPool(), idParam(event, 'PHOTO_UNKNOWN'))
  setResponseHeaders(event, {
    'content-type': 'image/jpeg',
    'content-disposition': 'inline',
    // Kept by the program itself, which forgets it at sign-out; the browser's own cache would not.
    'cache-control': 'private, no-store',
  })
  return bytes
})
