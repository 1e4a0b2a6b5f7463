import { getPractice } from '../services/practice'
import { getPool } from '../utils/db'
import { route } from '../utils/route'

export default route('GET /api/practice', ({ person }) => getPractice(getPool(), person))
