import { getPeople } from '../../services/people'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'

export default route('GET /api/people', () => getPeople(getPool()))
