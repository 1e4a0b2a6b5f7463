import { getQuery } from 'h3'
import { searchSchema } from '../../shared/schemas/library'
import { search } from '../services/search'
import { parseWith } from '../utils/body'
import { getReadPool } from '../utils/db'
import { route } from '../utils/route'

export default route('GET /api/search', ({ event }) => search(getReadPool(), parseWith(searchSchema, getQuery(event)).q))
