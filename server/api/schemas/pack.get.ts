import { packJsonSchema } from '../../../shared/schemas/sheet'
import { route } from '../../utils/route'

export default route('GET /api/schemas/pack', () => packJsonSchema())
