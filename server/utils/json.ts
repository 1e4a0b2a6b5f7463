import { limits } from '../../shared/limits'
import { ProblemError } from './problemError'

/** Deep nesting and prototype keys have no meaning in any of our formats, only in attacks. */
function refuseHostile(text: string): void {
  let depth = 0
  let inString = false
  for (let i = 0; i < text.length; i++) {
    const character = text[i]
    if (inString) {
      if (character === '\\') i++
      else if (character === '"') inString = false
    } else if (character === '"') inString = true
    else if (character === '{' || character === '[') {
      if (++depth > limits.jsonDepth) throw new ProblemError('REQUEST_JSON', `Nested deeper than ${limits.jsonDepth} levels.`)
    } else if (character === '}' || character === ']') depth--
  }
}

/** PostgreSQL stores neither NUL nor half a surrogate pair, as text or in JSON. */
export const isStorable = (text: string): boolean => !text.includes('\0') && text.isWellFormed()

/** Text from outside as JSON. Takes time in proportion to its length: what may be large is read in a worker (server/worker/tasks.ts). */
export function parseJson(text: string): unknown {
  refuseHostile(text)
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
