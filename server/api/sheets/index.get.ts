import { getQuery } from 'h3'
import { sheetPageSchema } from '../../../shared/schemas/library'
import { getSheetHeads } from '../../services/sheets'
import { parseWith } from '../../utils/body'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'

export default route('GET /api/sheets', ({ event }) => getSheetHeads(getPool(), parseWith(sheetPageSchema, getQuery(event))))
