import { getFloor } from '../../services/jobs'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'

export default route('GET /api/jobs', () => getFloor(getPool()))
