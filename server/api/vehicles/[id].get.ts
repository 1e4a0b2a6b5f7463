import { getVehicle, listSheetsForVehicle } from '../../services/lookUp'
import { getPool } from '../../utils/db'
import { idParam } from '../../utils/params'
import { route } from '../../utils/route'

export default route('GET /api/vehicles/:id', async ({ event }) => {
  const vehicle = await getVehicle(getPool(), idParam(event, 'VEHICLE_UNKNOWN'))
  return { vehicle, sheets: await listSheetsForVehicle(getPool(), vehicle) }
})
