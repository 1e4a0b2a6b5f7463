import { setResponseHeader } from 'h3'
import { getRecordPdf, recordFileName } from '../../../services/record'
import { getPool } from '../../../utils/db'
import { idParam } from '../../../utils/params'
import { route } from '../../../utils/route'

export default route('GET /api/jobs/:id/record.pdf', async ({ event, gone }) => {
  const { number, pdf } = await getRecordPdf(getPool(), idParam(event, 'JOB_UNKNOWN'), gone)
  setResponseHeader(event, 'content-type', 'application/pdf')
  setResponseHeader(event, 'content-disposition', `inline; filename="${recordFileName({ number }, 'pdf')}"`)
  return Buffer.from(pdf)
})
