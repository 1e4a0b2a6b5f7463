import { setResponseHeader } from 'h3'
import { getRecord, recordFileName } from '../../../services/record'
import { getPrintablePhotos } from '../../../services/photos'
import { getPool } from '../../../utils/db'
import { idParam } from '../../../utils/params'
import { route } from '../../../utils/route'
import { runTask } from '../../../utils/workers'

export default route('GET /api/jobs/:id/record.pdf', async ({ event, gone }) => {
  const { record, sheet, workshop, zone } = await getRecord(getPool(), idParam(event, 'JOB_UNKNOWN'))
  const photos = await getPrintablePhotos(getPool(), record)
  const pdf = await runTask('recordPdf', { record, sheet, workshop, zone, photos }, gone)
  setResponseHeader(event, 'content-type', 'application/pdf')
  setResponseHeader(event, 'content-disposition', `inline; filename="${recordFileName(record, 'pdf')}"`)
  return Buffer.from(pdf)
})
