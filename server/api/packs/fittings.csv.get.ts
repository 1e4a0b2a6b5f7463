import { fittingsCsv } from '../../services/exportPack'
import { getReadPool } from '../../utils/db'
import { route } from '../../utils/route'
import { sendFile, sheetIds } from '../../utils/sheetIds'

export default route('GET /api/packs/fittings.csv', async ({ event }) =>
  sendFile(event, 'fittings.csv', 'text/csv; charset=utf-8; header=present', await fittingsCsv(getReadPool(), sheetIds(event))),
)
