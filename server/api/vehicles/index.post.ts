import { newVehicleSchema } from '../../../shared/schemas/library'
import { addVehicle } from '../../services/lookUp'
import { readBodyWith } from '../../utils/body'
import { route } from '../../utils/route'

export default route('POST /api/vehicles', async ({ event }) => addVehicle(await readBodyWith(event, newVehicleSchema)))
