import { getQuery } from 'h3'
import { glanceListSchema } from '../../../shared/schemas/library'
import { getGlances } from '../../services/sheets'
import { parseWith } from '../../utils/body'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'

export default route('GET /api/sheets/glances', ({ event }) => getGlances(getPool(), parseWith(glanceListSchema, getQuery(event)).sheets))
