import { getRouterParam } from 'h3'
import { limits } from '../../../../shared/limits'
import { publishSchema } from '../../../../shared/schemas/api'
import { publishSheet } from '../../../services/publishSheet'
import { parseWith, readJson } from '../../../utils/body'
import { route } from '../../../utils/route'

export default route('POST /api/sheets/:id/revisions', async ({ event, person }) => {
  const { sheet, notes } = parseWith(publishSchema, await readJson(event, limits.packBytes))
  return publishSheet(getRouterParam(event, 'id') ?? '', sheet, notes, person)
})
