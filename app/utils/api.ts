import { isProblem, type Problem } from '#shared/errors'

/** What the server said no to. `problem` has the code, the words and the places. */
export class ProblemFailure extends Error {
  constructor(readonly problem: Problem) {
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

type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'

/** A picture goes as it is, anything else as JSON. */
export async function call<T>(method: Method, path: string, body?: unknown): Promise<T> {
  const isPicture = body instanceof Blob
  let response: Response
  try {
    response = await fetch(path, {
      method,
      headers: body === undefined ? {} : { 'content-type': isPicture ? body.type : 'application/json' },
      body: body === undefined ? undefined : isPicture ? body : JSON.stringify(body),
      credentials: 'same-origin',
    })
  } catch (cause) {
    throw new NoAnswer('The server does not answer.', undefined, { cause })
  }
  const value: unknown = await response.json().catch(() => undefined)
  if (response.ok) return value as T
  if (isProblem(value)) throw new ProblemFailure(value)
  throw new NoAnswer(`The server answered ${response.status} without a reason.`, response.status)
}

/** Who is away, where trying again later is the remedy: nothing is wrong with what was sent. */
export function whoIsAway(error: unknown): 'no-server' | 'no-database' | undefined {
  if (error instanceof ProblemFailure) return error.problem.code === 'DATABASE_GONE' ? 'no-database' : undefined
  if (error instanceof NoAnswer) return error.status === 503 ? 'no-database' : 'no-server'
  return undefined
}

export const wordsOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))
