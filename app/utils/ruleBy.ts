import type { z } from 'zod'
import { issueWords } from '#shared/words/issueWords'

/** What stands in an empty field: nothing, which is not an empty text. */
export const typedOrNothing = <T>(typed: T): T | undefined => (typed === '' || typed === null ? undefined : typed)

/**
 * A field's rule from the schema that its request is held against, so that nothing is taken here that the server refuses. `read`: what the
 * request says of what is typed.
 */
export const ruleBy =
  (schema: z.ZodType, read: (typed: unknown) => unknown = typed => typedOrNothing(typed)) =>
  (typed: unknown): true | string => {
    const taken = schema.safeParse(read(typed))
    return taken.success || issueWords(taken.error.issues[0]!)
  }
/** The rule of a field of numbers. */
export const numberRule = (schema: z.ZodType) => ruleBy(schema, typed => (typedOrNothing(typed) === undefined ? undefined : Number(typed)))

/** For a form: does the work only where every field is taken, and leaves each that is not saying why. */
export const whenTaken = (work: () => unknown) => async (sent: Promise<{ valid: boolean }>) => {
  if ((await sent).valid) await work()
}
