import { defineEventHandler } from 'h3'
import { ProblemError } from '../utils/problemError'
import { answerProblem } from '../utils/route'

/** Below /api nothing falls through to the page. */
export default defineEventHandler(event =>
  answerProblem(event, new ProblemError('ROUTE_UNKNOWN', `There is nothing at ${event.method} ${event.path.split('?')[0]}.`)),
)
