import { writePack } from '../../../core/exchange/writePack'
import { exportPack } from '../../services/exportPack'
import { readSettings } from '../../sql/settings/settings'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'
import { sendsFile, sheetIds } from '../../utils/sheetIds'

export default route('GET /api/packs/export', async ({ event }) => {
  const ids = sheetIds(event)
  const { workshop } = await readSettings(getPool())
  const pack = await exportPack(getPool(), ids, typeof workshop === 'string' ? workshop : '')
  sendsFile(event, `${ids?.length === 1 ? ids[0] : 'line-sheets'}.efferent.json`, 'application/json; charset=utf-8')
  return writePack(pack)
})
