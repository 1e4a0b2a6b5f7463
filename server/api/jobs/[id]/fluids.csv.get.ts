import { setResponseHeader } from 'h3'
import { getRecord, recordFileName, writeFluidsCsv } from '../../../services/record'
import { getPool } from '../../../utils/db'
import { idParam } from '../../../utils/params'
import { route } from '../../../utils/route'

export default route('GET /api/jobs/:id/fluids.csv', async ({ event, gone }) => {
  const record = await getRecord(getPool(), idParam(event, 'JOB_UNKNOWN'), gone)
  setResponseHeader(event, 'content-type', 'text/csv; charset=utf-8; header=present')
  setResponseHeader(event, 'content-disposition', `attachment; filename="${recordFileName(record, 'fluids.csv')}"`)
  return writeFluidsCsv(record)
})
