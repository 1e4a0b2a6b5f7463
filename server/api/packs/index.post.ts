import { limits } from '../../../shared/limits'
import { importPack } from '../../services/importPack'
import { readJson } from '../../utils/body'
import { route } from '../../utils/route'

export default route('POST /api/packs', async ({ event, person }) => importPack(await readJson(event, limits.packBytes), person.id))
