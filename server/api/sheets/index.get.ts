import { getQuery } from 'h3'
import { sheetAskSchema } from '../../../shared/schemas/library'
import { getSheetPage } from '../../services/sheetPage'
import { parseWith } from '../../utils/body'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'

export default route('GET /api/sheets', ({ event }) => getSheetPage(getPool(), parseWith(sheetAskSchema, getQuery(event))))
