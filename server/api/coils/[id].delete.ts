import { dropCoil } from '../../services/makingGear'
import { nameParam } from '../../utils/params'
import { route } from '../../utils/route'

export default route('DELETE /api/coils/:id', ({ event, person }) => dropCoil(nameParam(event, 'COIL_UNKNOWN'), person))
