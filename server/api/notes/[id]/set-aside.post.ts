import { setAsideSchema } from '../../../../shared/schemas/library'
import { setAside } from '../../../services/bayNotes'
import { readBodyWith } from '../../../utils/body'
import { getPool } from '../../../utils/db'
import { idParam } from '../../../utils/params'
import { route } from '../../../utils/route'

export default route('POST /api/notes/:id/set-aside', async ({ event, person }) =>
  setAside(getPool(), idParam(event, 'NOTE_UNKNOWN'), (await readBodyWith(event, setAsideSchema)).why, person),
)
