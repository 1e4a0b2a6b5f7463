import { newFamilySchema } from '../../shared/schemas/library'
import { addFamily } from '../services/families'
import { readBodyWith } from '../utils/body'
import { route } from '../utils/route'

export default route('POST /api/families', async ({ event }) => addFamily(await readBodyWith(event, newFamilySchema)))
