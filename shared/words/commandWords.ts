import type { JobCommand } from '../../core/job/types'
import type { Sheet } from '../../core/sheet/types'
import { bodySchema } from '../schemas/job'
import { eventWords } from './eventWords'

/**
 * What an entry says that no job has taken: as the record would say it. Where the record would say what had first to be computed, the kind
 * of thing that was done, and what was entered with it.
 */
export function commandWords(command: JobCommand, sheet: Sheet): string {
  const body = bodySchema.safeParse(command)
  if (body.success) return eventWords(body.data, sheet)
  const { type, ...entered } = command
  const kind = type.replace(/[A-Z]/g, letter => ` ${letter.toLowerCase()}`)
  return `${kind[0]!.toUpperCase()}${kind.slice(1)}: ${enteredWords(entered)}`
}

/** A quantity as it was typed; everything else by its name. */
function enteredWords(entered: object): string {
  const parts = Object.entries(entered).flatMap(([name, value]: [string, unknown]): string[] => {
    if (value === undefined || value === null) return []
    if (typeof value !== 'object') return [`${name} ${String(value)}`]
    const { value: amount, unit } = value as { value?: unknown; unit?: unknown }
    if (typeof amount === 'number' && typeof unit === 'string') return [`${name} ${amount} ${unit}`]
    if (Array.isArray(value) && value.every(one => typeof one !== 'object')) return [`${name} ${value.join(', ')}`]
    const inner = enteredWords(value)
    return inner ? [`${name} (${inner})`] : []
  })
  return parts.join(', ')
}
