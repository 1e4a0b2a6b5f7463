import { getDisputes } from '../../services/disputes'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'

export default route('GET /api/disputes', () => getDisputes(getPool()))
