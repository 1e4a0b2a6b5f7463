import { getDevices } from '../../services/devices'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'
import { deviceOf } from '../../utils/session'

export default route('GET /api/devices', async ({ event }) => getDevices(getPool(), await deviceOf(event)))
