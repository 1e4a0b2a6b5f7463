import { listFamilies } from '../sql/sheets/families'
import { getPool } from '../utils/db'
import { route } from '../utils/route'

export default route('GET /api/families', () => listFamilies(getPool()))
