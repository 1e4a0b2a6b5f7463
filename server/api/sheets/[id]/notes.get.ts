import { getRouterParam } from 'h3'
import { getNotes } from '../../../services/bayNotes'
import { getPool } from '../../../utils/db'
import { route } from '../../../utils/route'

export default route('GET /api/sheets/:id/notes', ({ event }) => getNotes(getPool(), getRouterParam(event, 'id') ?? ''))
