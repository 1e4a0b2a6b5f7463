import type { z } from 'zod'
import { formatNumber } from '../../core/units/formatQuantity'

/** What a field does not take, for whoever types in it: the words of the schema where it has its own, else these. */
export function issueWords(issue: z.core.$ZodIssue): string {
  const own = ownWords(issue)
  if (own) return own
  switch (issue.code) {
    case 'too_small':
      if (issue.origin !== 'string') return `Not under ${formatNumber(Number(issue.minimum), 2)}.`
      return Number(issue.minimum) <= 1 ? 'Fill this in.' : `At least ${issue.minimum} characters.`
    case 'too_big':
      return issue.origin === 'string' ? `At most ${issue.maximum} characters.` : `Not over ${formatNumber(Number(issue.maximum), 2)}.`
    case 'invalid_type':
      return issue.expected === 'number' || issue.expected === 'int' ? 'Enter a number.' : 'Fill this in.'
    case 'not_multiple_of':
      return 'Enter a whole number.'
    case 'invalid_value':
      return 'Choose one of the list.'
    default:
      return 'This cannot be taken as it is.'
  }
}

/** A schema's own words are sentences about the field; those that come with the library begin with what it expected. */
function ownWords({ code, message }: z.core.$ZodIssue): string | undefined {
  const isLibrarys = /^(Invalid|Too (small|big)|Unrecognized)/.test(message)
  return (code === 'custom' || code === 'invalid_format') && !isLibrarys ? `${message[0]!.toUpperCase()}${message.slice(1)}.` : undefined
}
