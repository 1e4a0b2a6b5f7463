import { setResponseHeader } from 'h3'
import { getRecord, recordFileName } from '../../../services/record'
import { getPool } from '../../../utils/db'
import { idParam } from '../../../utils/params'
import { route } from '../../../utils/route'

export default route('GET /api/jobs/:id/record.json', async ({ event, gone }) => {
  const record = await getRecord(getPool(), idParam(event, 'JOB_UNKNOWN'), gone)
  setResponseHeader(event, 'content-disposition', `attachment; filename="${recordFileName(record, 'json')}"`)
  return record
})
