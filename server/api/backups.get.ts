import { getBackups } from '../services/backups'
import { config } from '../utils/config'
import { route } from '../utils/route'

export default route('GET /api/backups', () => getBackups(config.backups))
