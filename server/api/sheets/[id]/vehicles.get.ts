import { getRouterParam } from 'h3'
import { listVehiclesForSheet } from '../../../services/lookUp'
import { getPool } from '../../../utils/db'
import { route } from '../../../utils/route'

export default route('GET /api/sheets/:id/vehicles', ({ event }) => listVehiclesForSheet(getPool(), getRouterParam(event, 'id') ?? ''))
