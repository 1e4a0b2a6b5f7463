import { getRouterParam } from 'h3'
import { limits } from '../../../../shared/limits'
import { publishSheet } from '../../../services/publishSheet'
import { readBytes } from '../../../utils/body'
import { route } from '../../../utils/route'
import { runTask } from '../../../utils/workers'

export default route('POST /api/sheets/:id/revisions', async ({ event, person, gone }) => {
  const { sheet, notes } = await runTask('readRevision', { body: await readBytes(event, limits.packBytes) }, gone)
  return publishSheet(getRouterParam(event, 'id') ?? '', sheet, notes, person)
})
