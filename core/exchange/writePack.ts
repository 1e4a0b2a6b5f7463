import type { Pack, Sheet } from '../sheet/types'

/**
 * Values that fit into this many characters stand on one line: a point or a fastener is read at a glance, a sheet is still compared line
 * by line.
 */
const lineWidth = 140

function write(value: unknown, indent: string, room: number): string {
  const flat = JSON.stringify(value)
  if (flat.length <= room || typeof value !== 'object' || value === null) return spaced(value)
  const inner = `${indent}  `
  if (Array.isArray(value)) return `[\n${value.map(item => inner + write(item, inner, lineWidth - inner.length)).join(',\n')}\n${indent}]`
  const fields = Object.entries(value).filter(([, field]) => field !== undefined)
  return `{\n${fields.map(([key, field]) => `${inner}${JSON.stringify(key)}: ${write(field, inner, lineWidth - inner.length - key.length - 4)}`).join(',\n')}\n${indent}}`
}

/** One line, with a space after commas and colons. */
function spaced(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(spaced).join(', ')}]`
  if (typeof value === 'object' && value !== null) {
    const fields = Object.entries(value).filter(([, field]) => field !== undefined)
    return fields.length === 0 ? '{}' : `{ ${fields.map(([key, field]) => `${JSON.stringify(key)}: ${spaced(field)}`).join(', ')} }`
  }
  return JSON.stringify(value)
}

/** Keys in the order of the format, whatever order they came in, so that the same content is the same bytes. */
function ordered(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(ordered)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => rank(a) - rank(b) || (a < b ? -1 : a > b ? 1 : 0))
      .map(([key, field]) => [key, ordered(field)]),
  )
}
const first = [
  'format',
  'id',
  'revision',
  'title',
  'demo',
  'system',
  'name',
  'summary',
  'words',
  'kind',
  'make',
  'model',
  'shape',
  'what',
  'text',
  'line',
  'end',
  'from',
  'to',
  'at',
  'value',
  'low',
  'high',
  'source',
  'citation',
  'date',
  'applies',
  'families',
  'traits',
  'questions',
  'verdicts',
  'ports',
  'lines',
  'joints',
  'holds',
  'operations',
  'landmarks',
  'keepouts',
  'fills',
  'bleeders',
  'levels',
  'fluid',
  'bleeding',
  'proving',
  'neighbours',
  'waits',
  'cautions',
  'notes',
  'sheets',
]
const ranks = new Map(first.map((key, i) => [key, i]))
const rank = (key: string) => ranks.get(key) ?? first.length

/** A pack as the file it is exchanged in: UTF-8 JSON, stable to the byte for the same content. */
export const writePack = (pack: Pack): string => `${write(ordered(pack), '', lineWidth)}\n`

/**
 * The same bytes piece by piece, for a pack that is longer than anybody wants to hold: `open`, each sheet by `sheet`, `close`. Sheets are
 * what the format ends with.
 */
export function writePackInParts(head: Omit<Pack, 'sheets'>) {
  const whole = write({ ...(ordered(head) as object), sheets: [] }, '', 0)
  const at = whole.lastIndexOf('[]')
  return {
    open: whole.slice(0, at + 1),
    sheet: (sheet: Sheet, isFirst: boolean): string => `${isFirst ? '' : ','}\n    ${write(ordered(sheet), '    ', lineWidth - 4)}`,
    close: (isEmpty: boolean): string => `${isEmpty ? '' : '\n  '}${whole.slice(at + 1)}\n`,
  }
}
