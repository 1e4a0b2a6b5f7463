import { limits } from '../../../shared/limits'
import { importPack } from '../../services/importPack'
import { readBytes } from '../../utils/body'
import { route } from '../../utils/route'
import { runTask } from '../../utils/workers'

export default route('POST /api/packs', async ({ event, person, gone }) =>
  importPack(await runTask('readPack', { body: await readBytes(event, limits.packBytes) }, gone), person.id),
)
