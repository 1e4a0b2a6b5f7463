import { limits } from '../../shared/limits'
import { ProblemError } from './problemError'

/** Deep nesting and prototype keys have no meaning in any of our formats, only in attacks. */
function refuseHostile(text: string, mostValues: number): void {
  let depth = 0
  let values = 1
  let inString = false
  for (let i = 0; i < text.length; i++) {
    const character = text[i]
    if (inString) {
      if (character === '\\') i++
      else if (character === '"') inString = false
    } else if (character === '"') inString = true
    else if (character === ',') values++
    else if (character === '{' || character === '[') {
      if (++depth > limits.jsonDepth) throw new ProblemError('REQUEST_JSON', `Nested deeper than ${limits.jsonDepth} levels.`)
      values++
    } else if (character === '}' || character === ']') depth--
  }
  if (values > mostValues)
    throw new ProblemError('REQUEST_JSON', `More than ${mostValues.toLocaleString('en')} values. Ask for less at once.`)
}

/** PostgreSQL stores neither NUL nor half a surrogate pair, as text or in JSON. */
export const isStorable = (text: string): boolean => !text.includes('\0') && text.isWellFormed()

/**
 * Text from outside as JSON, of so many values at most: to check each costs a microsecond and more. Takes time in proportion to its length:
 * what may be large is read in a worker (server/worker/tasks.ts).
 */
export function parseJson(text: string, mostValues = Infinity): unknown {
  refuseHostile(text, mostValues)
  try {
    return JSON.parse(text, (key, value: unknown) => {
      if (key === '__proto__') throw new ProblemError('REQUEST_JSON', 'A key “__proto__” is not taken.')
      if (!isStorable(key) || (typeof value === 'string' && !isStorable(value)))
        throw new ProblemError('REQUEST_JSON', `The text of “${key.slice(0, 40)}” has characters that cannot be stored. Type it again.`)
      return value
    })
  } catch (error) {
    if (error instanceof ProblemError) throw error
    throw new ProblemError('REQUEST_JSON', `The body is not readable: ${(error as Error).message}`)
  }
}
