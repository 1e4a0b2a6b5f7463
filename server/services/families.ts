import type { Family } from '../../core/sheet/types'
import { slugOf } from '../../shared/slugOf'
import type { NewFamily } from '../../shared/schemas/library'
import { insertFamily } from '../sql/sheets/families'
import { getPool, isUniqueViolation } from '../utils/db'
import { ProblemError } from '../utils/problemError'

/** What is written in other letters has no id of its own: it is numbered. */
const idOf = (words: string, i: number) => slugOf(words) || `n-${i + 1}`

/**
 * A vehicle that no sheet is for yet, so that the first sheet can be. Its id follows from what it is: the same one twice, or from two
 * tablets at once, is refused the second time.
 */
export async function addFamily({ make, model, body, years, engines }: NewFamily): Promise<Family> {
  const words = [make, model, body]
  const id = slugOf([...words.map((word, i) => idOf(word, i)), years[0], years[1]].join(' '))
  const named = engines.map((name, i) => ({ id: idOf(name, i), name }))
  const twice = named.findIndex((engine, i) => named.findIndex(one => one.id === engine.id) !== i)
  if (twice >= 0)
    throw new ProblemError('REQUEST_BODY', `${named[twice]!.name} is written twice. Take one of them out.`, {
      errors: [{ path: `engines[${twice}]`, message: 'already written' }],
    })
  const family: Family = { id, make, model, body, years, engines: named }
  try {
    await insertFamily(getPool(), family)
  } catch (error) {
    if (isUniqueViolation(error, 'families_pkey'))
      throw new ProblemError('FAMILY_HERE', `The ${words.join(' ')} of these years is here already. Choose it from the list.`, {
        errors: [{ path: 'model', message: 'already known' }],
      })
    throw error
  }
  return family
}
