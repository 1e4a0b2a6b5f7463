/**
 * Those whose text has every typed word at the beginning of one of its own, in the order given; those that begin with the first word come
 * before the others. Everything, when nothing is typed.
 */
export function matchActs<T extends { text: string }>(acts: readonly T[], typed: string): T[] {
  const wanted = typed.toLowerCase().split(/\s+/).filter(Boolean)
  const wordsOf = ({ text }: T) => text.toLowerCase().split(/[^\p{L}\p{N}]+/u)
  const fits = acts.filter(act => wanted.every(word => wordsOf(act).some(own => own.startsWith(word))))
  const [first] = wanted
  if (first === undefined) return fits
  const isFirst = (act: T) => wordsOf(act)[0]?.startsWith(first) ?? false
  return [...fits.filter(isFirst), ...fits.filter(act => !isFirst(act))]
}
