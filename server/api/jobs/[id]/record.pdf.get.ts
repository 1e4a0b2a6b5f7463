import { setResponseHeader } from 'h3'
import { getRecord, recordFileName } from '../../../services/record'
import { getPrintablePhotos } from '../../../services/photos'
import { writeRecordPdf } from '../../../services/writeRecordPdf'
import { getPool } from '../../../utils/db'
import { idParam } from '../../../utils/params'
import { route } from '../../../utils/route'

export default route('GET /api/jobs/:id/record.pdf', async ({ event }) => {
  const { record, sheet, workshop } = await getRecord(getPool(), idParam(event, 'JOB_UNKNOWN'))
  setResponseHeader(event, 'content-type', 'application/pdf')
  setResponseHeader(event, 'content-disposition', `inline; filename="${recordFileName(record, 'pdf')}"`)
  return writeRecordPdf(record, sheet, workshop, await getPrintablePhotos(getPool(), record))
})
