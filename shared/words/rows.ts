import { assertNever } from '../../core/result'

/** Words for each kind of `T`, told apart by its `Key`: the compiler asks for a row of every new kind. */
export type Rows<T, Key extends keyof T, More extends unknown[]> = {
  readonly [Kind in T[Key] & string]: (it: Extract<T, Record<Key, Kind>>, ...more: More) => string
}

/** What the row of its kind says of `it`. */
export function rowOf<T, Key extends keyof T, More extends unknown[]>(rows: Rows<T, Key, More>, key: Key, it: T, ...more: More): string {
  const row = rows[it[key] as T[Key] & string] as ((it: T, ...more: More) => string) | undefined
  return row ? row(it, ...more) : assertNever(it as never)
}
