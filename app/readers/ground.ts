// What every schema is built of: the library itself, read in a task of its own before anything is built with it.
export { liftSchema } from '#shared/schemas/basics'
