import { shutOut } from '../../services/devices'
import { idParam } from '../../utils/params'
import { route } from '../../utils/route'

export default route('DELETE /api/devices/:id', ({ event, person }) => shutOut(idParam(event, 'DEVICE_UNKNOWN'), person))
