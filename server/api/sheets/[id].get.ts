import { getQuery, getRouterParam } from 'h3'
import { z } from 'zod'
import { limits } from '../../../shared/limits'
import { getSheetView } from '../../services/sheets'
import { parseWith } from '../../utils/body'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'

const query = z.object({ revision: z.coerce.number().int().min(1).max(limits.revisions).optional() })

export default route('GET /api/sheets/:id', ({ event }) =>
  getSheetView(getPool(), getRouterParam(event, 'id') ?? '', parseWith(query, getQuery(event)).revision),
)
