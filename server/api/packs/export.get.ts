import { exportPack } from '../../services/exportPack'
import { readSettings } from '../../sql/settings/settings'
import { getReadPool } from '../../utils/db'
import { route } from '../../utils/route'
import { sendFile, sheetIds } from '../../utils/sheetIds'

export default route('GET /api/packs/export', async ({ event }) => {
  const ids = sheetIds(event)
  const { workshop } = await readSettings(getReadPool())
  const pieces = await exportPack(getReadPool(), ids, typeof workshop === 'string' ? workshop : '')
  return sendFile(event, `${ids?.length === 1 ? ids[0] : 'line-sheets'}.efferent.json`, 'application/json; charset=utf-8', pieces)
})
