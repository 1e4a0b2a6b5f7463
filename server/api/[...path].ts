import { defineEventHandler } from 'h3'
import { methodsAt } from '../utils/methodsAt'
import { ProblemError } from '../utils/problemError'
import { answerProblem } from '../utils/route'

/** Below /api nothing falls through to the page; what is there for another method says for which. */
export default defineEventHandler(event => {
  const path = event.path.split('?')[0]!
  const allow = methodsAt(path).join(', ')
  const problem = allow
    ? new ProblemError('ROUTE_METHOD', `At ${path} there is ${allow}, not ${event.method}.`, { headers: { allow } })
    : new ProblemError('ROUTE_UNKNOWN', `There is nothing at ${event.method} ${path}.`)
  return answerProblem(event, problem)
})
