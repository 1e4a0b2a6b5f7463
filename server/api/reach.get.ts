import type { Reach } from '../../shared/schemas/shop'
import { reachOf } from '../utils/reachOf'
import { route } from '../utils/route'

export default route('GET /api/reach', (): Reach => reachOf())
