import { newVehicleSchema } from '../../../shared/schemas/api'
import { addVehicle } from '../../services/lookUp'
import { readBodyWith } from '../../utils/body'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'

export default route('POST /api/vehicles', async ({ event }) => addVehicle(getPool(), await readBodyWith(event, newVehicleSchema)))
