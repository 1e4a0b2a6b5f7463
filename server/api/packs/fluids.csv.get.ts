import { fluidsCsv } from '../../services/exportPack'
import { getReadPool } from '../../utils/db'
import { route } from '../../utils/route'
import { sendFile, sheetIds } from '../../utils/sheetIds'

export default route('GET /api/packs/fluids.csv', async ({ event }) =>
  sendFile(event, 'fluids.csv', 'text/csv; charset=utf-8; header=present', await fluidsCsv(getReadPool(), sheetIds(event))),
)
