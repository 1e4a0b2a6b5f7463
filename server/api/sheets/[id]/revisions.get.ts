import { getRouterParam } from 'h3'
import { getRevisions } from '../../../services/publishSheet'
import { getPool } from '../../../utils/db'
import { route } from '../../../utils/route'

export default route('GET /api/sheets/:id/revisions', ({ event }) => getRevisions(getPool(), getRouterParam(event, 'id') ?? ''))
