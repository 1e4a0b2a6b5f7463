import { getQuery } from 'h3'
import { searchSchema } from '../../shared/schemas/api'
import { lookUp } from '../services/lookUp'
import { parseWith } from '../utils/body'
import { getPool } from '../utils/db'
import { route } from '../utils/route'

export default route('GET /api/search', ({ event }) => lookUp(getPool(), parseWith(searchSchema, getQuery(event)).q))
