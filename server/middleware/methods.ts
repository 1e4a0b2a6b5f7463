import { defineEventHandler } from 'h3'
import { methodsAt } from '../utils/methodsAt'
import { ProblemError } from '../utils/problemError'
import { answerProblem } from '../utils/route'

/** Below /api nothing falls through to the page: what is there for another method says for which. */
export default defineEventHandler(event => {
  const path = event.path.split('?')[0]!
  if (!path.startsWith('/api/')) return undefined
  const methods = methodsAt(path)
  if (methods.length === 0 || methods.includes(event.method)) return undefined
  const allow = methods.join(', ')
  return answerProblem(
    event,
    new ProblemError('ROUTE_METHOD', `At ${path} there is ${allow}, not ${event.method}.`, { headers: { allow } }),
  )
})
