import { setResponseHeader } from 'h3'
import { getRecord, recordFileName, writeTorquesCsv } from '../../../services/record'
import { getPool } from '../../../utils/db'
import { idParam } from '../../../utils/params'
import { route } from '../../../utils/route'

export default route('GET /api/jobs/:id/torques.csv', async ({ event, gone }) => {
  const record = await getRecord(getPool(), idParam(event, 'JOB_UNKNOWN'), gone)
  setResponseHeader(event, 'content-type', 'text/csv; charset=utf-8; header=present')
  setResponseHeader(event, 'content-disposition', `attachment; filename="${recordFileName(record, 'torques.csv')}"`)
  return writeTorquesCsv(record)
})
