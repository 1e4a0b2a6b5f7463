import type { NitroErrorHandler } from 'nitropack/types'
import { send, setResponseHeader, setResponseStatus } from 'h3'
import { problem } from '../shared/errors'

/** What no route answered: unknown addresses, and errors outside a route. */
const handler: NitroErrorHandler = async (error, event) => {
  const unknown = error.statusCode === 404
  if (!unknown) console.error(error)
  const body = unknown
    ? problem('ROUTE_UNKNOWN', `There is nothing at ${event.path.split('?')[0]}.`)
    : problem('INTERNAL', 'This is our mistake, not yours. Nothing was recorded; try again, and tell an admin if it stays.')
  setResponseStatus(event, body.status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  setResponseHeader(event, 'cache-control', 'no-store')
  return send(event, JSON.stringify(body))
}
export default handler
