import { getQuery } from 'h3'
import { floorPageSchema } from '../../../shared/schemas/jobRow'
import { getFloor } from '../../services/jobs'
import { parseWith } from '../../utils/body'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'

export default route('GET /api/jobs', ({ event }) => getFloor(getPool(), parseWith(floorPageSchema, getQuery(event)).after))
