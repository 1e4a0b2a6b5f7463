/** Expected failure is a value: a code, typed fields, no prose. The words live in shared/words. */
export type Result<T, E> = { ok: true; value: T } | { ok: false; error: E }

/** What went well. */
export const ok = <T>(value: T): { ok: true; value: T } => ({ ok: true, value })
/** What did not. */
export const fail = <E>(error: E): { ok: false; error: E } => ({ ok: false, error })

/** The value where there is one: for callers to whom the reason is nothing. */
export const valueOf = <T, E>(result: Result<T, E>): T | undefined => (result.ok ? result.value : undefined)

/** Closes a union: reaching it is a programmer's error, and a compile error before that. */
export function assertNever(value: never): never {
  throw new RangeError(`unexpected variant: ${JSON.stringify(value)}`)
}
