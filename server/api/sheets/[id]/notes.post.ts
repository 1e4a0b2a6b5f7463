import { getRouterParam } from 'h3'
import { newNoteSchema } from '../../../../shared/schemas/library'
import { writeNote } from '../../../services/bayNotes'
import { readBodyWith } from '../../../utils/body'
import { route } from '../../../utils/route'

export default route('POST /api/sheets/:id/notes', async ({ event, person }) =>
  writeNote(getRouterParam(event, 'id') ?? '', await readBodyWith(event, newNoteSchema), person),
)
