import { getQuery } from 'h3'
import { auditPageSchema } from '../../shared/schemas/shop'
import { getAudit } from '../services/devices'
import { parseWith } from '../utils/body'
import { getPool } from '../utils/db'
import { route } from '../utils/route'

export default route('GET /api/audit', ({ event }) => getAudit(getPool(), parseWith(auditPageSchema, getQuery(event)).before))
