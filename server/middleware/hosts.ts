import { defineEventHandler, getRequestHeader } from 'h3'
import { isAllowedHost } from '../utils/allowedHost'
import { config } from '../utils/config'
import { ProblemError } from '../utils/problemError'
import { answerProblem } from '../utils/route'

/** Before anything else is done for a request: a name that somebody else has pointed here is refused, with how to list it. */
export default defineEventHandler(event => {
  const name = getRequestHeader(event, 'host')
  // Of a page from elsewhere (Origin) the route's guard says what it says of any: it is not the host that it calls.
  if (isAllowedHost(name, config.hosts)) return undefined
  return answerProblem(
    event,
    new ProblemError(
      'HOST_UNKNOWN',
      `This server does not go by the name “${(name ?? '').slice(0, 100)}”. If it is yours, list it: EFFERENT_HOSTS=${(name ?? '').split(':')[0]?.slice(0, 100)} ./efferent start`,
    ),
  )
})
