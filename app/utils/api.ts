import { isProblem, type Problem } from '#shared/errors'
import type { Reading, Unreadable } from '#shared/versioned'
import { hearEpoch } from './epoch'
import { ownTurn } from './inTurn'

/** What the server said no to. `problem` has the code, the words and the places. */
export class ProblemFailure extends Error {
  constructor(
    readonly problem: Problem,
    /** When to come again, in seconds, where the server has said. */
    readonly retryAfter?: number,
  ) {
    super(problem.detail)
  }
}
/** No usable answer: the server, the network or (503) what stands behind the server is away. */
export class NoAnswer extends Error {
  constructor(
    message: string,
    readonly status?: number,
    options?: ErrorOptions,
  ) {
    super(message, options)
  }
}
/** An answer that this program cannot read: `newer` means that the server has been updated and the page has to be loaded again. */
export class UnreadableAnswer extends Error {
  constructor(readonly unreadable: Unreadable) {
    super(
      unreadable.why === 'newer'
        ? 'Efferent has been updated. Load the page again.'
        : `The server’s answer cannot be read (${unreadable.issues[0]?.path || 'as a whole'}: ${unreadable.issues[0]?.message}). Load the page again; tell an admin if it stays.`,
    )
  }
}

type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'
/** What an answer is held against before anything is made of it. */
export type Reader<T> = (raw: unknown) => Reading<T>
/** One that is fetched when it is first wanted: building the schema of a long answer is no part of reading a page's script. */
export type LateReader<T> = { later: () => Promise<Reader<T>> }
/** For answers of which nothing is read. */
export const nothing: Reader<undefined> = () => ({ ok: true, value: undefined })

/** Asks, and holds the answer against what it should be. A picture goes as it is, anything else as JSON. */
export async function call<T>(
  method: Method,
  path: string,
  read: Reader<T> | LateReader<T>,
  body?: unknown,
  signal?: AbortSignal,
): Promise<T> {
  const [answer, reader] = await Promise.all([ask(method, path, body, signal), readerOf(read)])
  // An answer in no words at all is somebody else's: a page of the network, an empty yes.
  if (answer === undefined && read !== nothing) throw new NoAnswer('Something answered that is not the server.')
  const value = readAs(reader, answer)
  // What is made of it on the page is a task for itself: reading a long answer is one already.
  await ownTurn()
  return value
}

/** What reads an answer, fetched where it is not here yet. Where it does not come, the server that has it does not answer. */
export async function readerOf<T>(read: Reader<T> | LateReader<T>): Promise<Reader<T>> {
  if (typeof read === 'function') return read
  return read.later().catch((cause: unknown) => {
    // What came and is wrong in itself is no silence of the server: asking again would hide it.
    if (!(cause instanceof TypeError)) throw cause
    throw new NoAnswer('The server does not answer.', undefined, { cause })
  })
}

export function readAs<T>(read: Reader<T>, value: unknown): T {
  const answer = read(value)
  if (answer.ok) return answer.value
  throw new UnreadableAnswer(answer.error)
}

let heardTime: (at: number) => void = () => {}
/** Called with the server's time, ms, whenever it has answered: every answer is dated. */
export const onServerTime = (hear: (at: number) => void): void => void (heardTime = hear)

/** What the server says, as it comes. */
export async function ask(method: Method, path: string, body?: unknown, signal?: AbortSignal): Promise<unknown> {
  const response = await send(method, path, body, signal)
  return answerOf(response, await response.json().catch(() => undefined))
}

/** A file that the server makes of what it is sent. */
export async function fetchFile(path: string, body: unknown): Promise<Blob> {
  const response = await send('POST', path, body)
  if (response.ok) return response.blob()
  answerOf(response, await response.json().catch(() => undefined))
  throw new NoAnswer('The server sent no file.', response.status)
}

/** A picture that comes with the program. */
export async function fetchPicture(path: string): Promise<Blob> {
  const response = await send('GET', path)
  if (!response.ok) throw new NoAnswer('There is no such picture.', response.status)
  return response.blob()
}

async function send(method: Method, path: string, body?: unknown, signal?: AbortSignal): Promise<Response> {
  const isPicture = body instanceof Blob
  let response: Response
  try {
    response = await fetch(path, {
      method,
      headers: body === undefined ? {} : { 'content-type': isPicture ? body.type : 'application/json' },
      body: body === undefined ? undefined : isPicture ? body : JSON.stringify(body),
      credentials: 'same-origin',
      // No route of ours leads elsewhere: whoever does is the network's sign-in page.
      redirect: 'error',
      signal,
    })
  } catch (cause) {
    throw new NoAnswer('The server does not answer.', undefined, { cause })
  }
  const date = Date.parse(response.headers.get('date') ?? '')
  if (Number.isFinite(date)) heardTime(date)
  hearEpoch(response.headers.get('efferent-epoch'))
  return response
}

function answerOf(response: Response, value: unknown): unknown {
  if (response.ok) return value
  if (isProblem(value)) throw new ProblemFailure(value, Number(response.headers.get('retry-after')) || undefined)
  throw new NoAnswer(`The server answered ${response.status} without a reason.`, response.status)
}

export type Trouble = 'no-server' | 'no-database' | 'no-storage' | 'busy'

/** Who is away, where trying again later is the remedy: nothing is wrong with what was sent. */
export function whoIsAway(error: unknown): Trouble | undefined {
  if (error instanceof ProblemFailure) {
    const { code, status } = error.problem
    if (code === 'DATABASE_GONE') return 'no-database'
    if (code === 'STORAGE_FULL' || code === 'STORAGE_READ_ONLY' || code === 'STORAGE_DAMAGED') return 'no-storage'
    return code === 'STORAGE_BUSY' || code === 'SERVER_BUSY' || status === 503 ? 'busy' : undefined
  }
  if (error instanceof NoAnswer) return error.status === 503 ? 'no-database' : 'no-server'
  return undefined
}

export const wordsOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))
