import { fluidsCsv } from '../../services/exportPack'
import { getPool } from '../../utils/db'
import { route } from '../../utils/route'
import { sendsFile, sheetIds } from '../../utils/sheetIds'

export default route('GET /api/packs/fluids.csv', ({ event }) => {
  const ids = sheetIds(event)
  sendsFile(event, 'fluids.csv', 'text/csv; charset=utf-8; header=present')
  return fluidsCsv(getPool(), ids)
})
