import { setResponseHeader } from 'h3'
import { templatesAskedSchema } from '../../shared/schemas/making'
import { readBodyWith } from '../utils/body'
import { ProblemError } from '../utils/problemError'
import { route } from '../utils/route'
import { runTask } from '../utils/workers'

export default route('POST /api/templates.pdf', async ({ event, gone }) => {
  const pdf = await runTask('templatesPdf', await readBodyWith(event, templatesAskedSchema), gone)
  if (!pdf)
    throw new ProblemError('COMPUTE_REFUSED', 'This line cannot be drawn: its straights are too short for its bends, or it has none.')
  setResponseHeader(event, 'content-type', 'application/pdf')
  setResponseHeader(event, 'content-disposition', 'attachment; filename="line.pdf"')
  return Buffer.from(pdf)
})
