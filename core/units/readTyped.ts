import { toSi } from './convertUnit'
import { parseQuantity } from './parseQuantity'

/** One length as it is typed, in mm: "18,5", "3/16 in", "0.75 in". Undefined: no length, or two. The inch is that of 1959, exact. */
export function readLength(text: string): number | undefined {
  const parsed = parseQuantity('length', text, 'mm')
  if (!parsed.ok || parsed.value.low !== parsed.value.high) return undefined
  return toSi('length', { value: parsed.value.low, unit: parsed.value.unit })
}
/** One bare number, with a point, a comma or a fraction. Undefined: something else. */
export function readBare(text: string): number | undefined {
  const parsed = parseQuantity('length', text, 'mm')
  return parsed.ok && parsed.value.low === parsed.value.high && !/[a-z"]/i.test(text) ? parsed.value.low : undefined
}
