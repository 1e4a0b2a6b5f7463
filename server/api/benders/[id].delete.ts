import { dropBender } from '../../services/makingGear'
import { nameParam } from '../../utils/params'
import { route } from '../../utils/route'

export default route('DELETE /api/benders/:id', ({ event }) => dropBender(nameParam(event, 'BENDER_UNKNOWN')))
