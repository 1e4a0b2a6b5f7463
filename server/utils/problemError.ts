import { problem, type ErrorCode, type Problem } from '../../shared/errors'

/** An expected failure on its way out of a service: rolls the transaction back and becomes a problem document. */
export class ProblemError extends Error {
  readonly problem: Problem
  readonly headers: Record<string, string>

  constructor(
    code: ErrorCode,
    detail: string,
    extra: Pick<Problem, 'errors' | 'fields'> & { headers?: Record<string, string>; cause?: unknown } = {},
  ) {
    super(`${code}: ${detail}`, { cause: extra.cause })
    const { headers = {}, errors, fields } = extra
    this.problem = problem(code, detail, { errors, fields })
    this.headers = headers
  }
}
