import { getSignIns } from '../../services/devices'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'
import { signedInBy } from '../../utils/session'

export default route('GET /api/sign-ins', ({ event, person }) => getSignIns(getPool(), person, signedInBy(event)?.signIn))
