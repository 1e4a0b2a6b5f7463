import { limits } from '../../../shared/limits'
import { previewPack } from '../../services/importPack'
import { readJson } from '../../utils/body'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'

export default route('POST /api/packs/preview', async ({ event }) => previewPack(getPool(), await readJson(event, limits.packBytes)))
