import { getSheetHeads } from '../../services/sheets'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'

export default route('GET /api/sheets', () => getSheetHeads(getPool()))
