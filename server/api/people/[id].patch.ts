import { changePersonSchema } from '../../../shared/schemas/shop'
import { changePerson } from '../../services/people'
import { readBodyWith } from '../../utils/body'
import { idParam } from '../../utils/params'
import { route } from '../../utils/route'

export default route('PATCH /api/people/:id', async ({ event, person }) =>
  changePerson(idParam(event, 'PERSON_UNKNOWN'), await readBodyWith(event, changePersonSchema), person),
)
