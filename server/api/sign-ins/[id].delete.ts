import { endOther } from '../../services/devices'
import { getPool } from '../../utils/db'
import { idParam } from '../../utils/params'
import { route } from '../../utils/route'

export default route('DELETE /api/sign-ins/:id', ({ event, person }) => endOther(getPool(), idParam(event, 'SIGN_IN_UNKNOWN'), person))
