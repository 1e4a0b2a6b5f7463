import type { z } from 'zod'

/** A computation that cannot be done says why in words; it never answers with half a result. */
export type ComputeOutcome = { ok: true; value: unknown } | { ok: false; message: string; errors: { path: string; message: string }[] }
export type Refused = Extract<ComputeOutcome, { ok: false }>
/** `now`, ms on a clock that never goes back: what has only so long asks it. */
export type Computation = { about: string; run: (request: unknown, now?: () => number) => ComputeOutcome }

export const refuse = (message: string, path = ''): Refused => ({ ok: false, message, errors: [{ path, message }] })

export function computation<S extends z.ZodType>(
  about: string,
  schema: S,
  compute: (request: z.output<S>, now: () => number) => ComputeOutcome,
): Computation {
  return {
    about,
    run: (request, now = Date.now) => {
      const parsed = schema.safeParse(request)
      if (parsed.success) return compute(parsed.data, now)
      return {
        ok: false,
        message: 'The request does not fit its schema.',
        errors: parsed.error.issues.slice(0, 20).map(issue => ({ path: issue.path.join('.'), message: issue.message })),
      }
    },
  }
}
