import { defineEventHandler, getRequestHeader, setResponseHeader, setResponseHeaders, setResponseStatus, type H3Event } from 'h3'
import type { Person } from '../../core/job/types'
import type { Problem } from '../../shared/errors'
import { problem } from '../../shared/errors'
import { access, type RouteKey } from '../access'
import { inNameOf } from './asking'
import { epochNow } from './epoch'
import { databaseGone, isDatabaseGone } from './db'
import { packed } from './packed'
import { ProblemError } from './problemError'
import { isKnownHere, personOf } from './session'
import { noteStorage, storageProblem, storageTroubleOf } from './storageTrouble'
import { strangersTurn } from './strangersTurn'

/** `gone`: aborted when whoever asked has left before the answer. */
type Handler<T> = (context: { event: H3Event; person: Person; gone: AbortSignal }) => Promise<T> | T

/** A state-changing request says that it comes from the program's own page; a browser says so by itself, a script by its `Origin`. */
function checkOrigin(event: H3Event): void {
  if (event.method === 'GET' || event.method === 'HEAD') return
  const origin = getRequestHeader(event, 'origin')
  const isOwn =
    origin === undefined
      ? getRequestHeader(event, 'sec-fetch-site') === 'same-origin'
      : URL.canParse(origin) && new URL(origin).host === getRequestHeader(event, 'host')
  if (!isOwn)
    throw new ProblemError('AUTH_ORIGIN', 'Open Efferent itself and try again there; a script sends the address it calls as Origin.')
}

/** An address with bytes that no text can hold names nothing here. */
function checkAddress(event: H3Event): void {
  try {
    if (decodeURIComponent(event.path.replaceAll('+', ' ')).includes('\0')) throw new URIError('NUL')
  } catch {
    throw new ProblemError('ROUTE_UNKNOWN', 'The address is not readable text.')
  }
}

async function authorise(event: H3Event, key: RouteKey): Promise<Person> {
  const allowed = access[key]
  if (allowed === 'public') return { id: '', name: '', role: 'technician' }
  const person = await personOf(event)
  if (!person) throw new ProblemError('AUTH_SIGN_IN_NEEDED', 'Sign in, then try again. What you typed is still here.')
  if (!(allowed as readonly string[]).includes(person.role)) throw new ProblemError('AUTH_ROLE', `This is for: ${allowed.join(', ')}.`)
  return { id: person.id, name: person.name, role: person.role }
}

function goneSignal(event: H3Event): AbortSignal {
  const gone = new AbortController()
  const { res } = event.node
  res.once('close', () => res.writableEnded || gone.abort())
  return gone.signal
}

/** Turns whatever went wrong into a problem; what nobody expected is logged with its cause and answered without it. */
export function toProblem(error: unknown): { problem: Problem; headers: Record<string, string> } {
  if (error instanceof ProblemError) return { problem: error.problem, headers: error.headers }
  if (isDatabaseGone(error)) return databaseGone(error)
  const trouble = storageTroubleOf(error)
  if (trouble) {
    noteStorage(trouble)
    return storageProblem(trouble, error)
  }
  console.error(error)
  return {
    problem: problem('INTERNAL', 'This is our mistake, not yours. Nothing was recorded; try again, and tell an admin if it stays.'),
    headers: {},
  }
}

export function answerProblem(event: H3Event, error: unknown): string {
  const { problem: body, headers } = toProblem(error)
  setResponseStatus(event, body.status)
  setResponseHeaders(event, { 'content-type': 'application/problem+json', 'cache-control': 'no-store', ...headers })
  return JSON.stringify(body)
}

/** Every API route: guard, then handler, then answer. The key says who may call it (server/access.ts). */
export function route<T>(key: RouteKey, handler: Handler<T>) {
  return defineEventHandler(async event => {
    try {
      if (!isKnownHere(event)) await strangersTurn()
      const epoch = await epochNow().catch(() => undefined)
      if (epoch) setResponseHeader(event, 'efferent-epoch', epoch)
      checkOrigin(event)
      checkAddress(event)
      const person = await authorise(event, key)
      setResponseHeader(event, 'cache-control', 'no-store')
      const gone = goneSignal(event)
      return await packed(event, await inNameOf(person.id, () => handler({ event, person, gone })))
    } catch (error) {
      return answerProblem(event, error)
    }
  })
}
