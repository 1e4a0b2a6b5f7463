import { makingRulesSchema } from '../../shared/schemas/gear'
import { setRules } from '../services/makingGear'
import { readBodyWith } from '../utils/body'
import { route } from '../utils/route'

export default route('PUT /api/making-rules', async ({ event, person }) => setRules(await readBodyWith(event, makingRulesSchema), person))
