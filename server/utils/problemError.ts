import { problem, type ErrorCode, type Problem } from '../../shared/errors'

type Extra = Pick<Problem, 'errors' | 'fields' | 'refused'> & { headers?: Record<string, string>; cause?: unknown }
/** What a problem is made of, as plain data: what crosses from a worker. */
export type ProblemParts = { code: ErrorCode; detail: string; extra: Omit<Extra, 'cause'> }

/** An expected failure on its way out of a service: rolls the transaction back and becomes a problem document. */
export class ProblemError extends Error {
  readonly problem: Problem
  readonly headers: Record<string, string>

  constructor(code: ErrorCode, detail: string, extra: Extra = {}) {
    super(`${code}: ${detail}`, { cause: extra.cause })
    const { headers = {}, errors, fields, refused } = extra
    this.problem = problem(code, detail, { errors, fields, refused })
    this.headers = headers
  }

  get parts(): ProblemParts {
    const { code, detail, errors, fields, refused } = this.problem
    return { code, detail, extra: { errors, fields, refused, headers: this.headers } }
  }

  static of({ code, detail, extra }: ProblemParts): ProblemError {
    return new ProblemError(code, detail, extra)
  }

  /** The same, as the last word on one entry: the device takes it out of its queue and shows it until somebody has read it. */
  about(entry: string): ProblemError {
    const { code, detail, extra } = this.parts
    return new ProblemError(code, detail, { ...extra, refused: entry, cause: this.cause })
  }
}
