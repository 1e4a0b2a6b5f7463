import type { Waiting } from '../../shared/schemas/shop'
import { route } from '../utils/route'
import { waitingFor } from '../utils/workers'

/** Asked by a page that waits longer than a moment. */
export default route('GET /api/waiting', ({ person }): Waiting => waitingFor(person.id))
