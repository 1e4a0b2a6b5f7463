/** Without readonly, all the way down: Zod gives mutable lists, core's types are readonly. */
export type Plain<T> = T extends number | string | boolean | null | undefined ? T : { -readonly [K in keyof T]: Plain<T[K]> }

type Same<A, B> = (<T>() => T extends A ? 1 : 2) extends <T>() => T extends B ? 1 : 2 ? true : false

/**
 * `true` when two types say the same in every field, both ways: a field missing on one side, of a looser type or optional on one side only
 * makes it `false`, and whatever was declared `Exact<…> = true` does not compile.
 */
export type Exact<A, B> = Same<Plain<A>, Plain<B>>
