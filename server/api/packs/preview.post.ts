import { limits } from '../../../shared/limits'
import { previewPack } from '../../services/importPack'
import { readBytes } from '../../utils/body'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'
import { runTask } from '../../utils/workers'

export default route('POST /api/packs/preview', async ({ event, gone }) =>
  previewPack(getPool(), await runTask('readPack', { body: await readBytes(event, limits.packBytes) }, gone)),
)
