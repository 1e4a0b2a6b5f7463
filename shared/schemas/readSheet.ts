import type { Pack, Sheet } from '../../core/sheet/types'
import { limits } from '../limits'
import { versioned, type Reading } from '../versioned'
import { packSchema, sheetSchema } from './sheet'
import { sheetOfVersion2 } from './sheetOfVersion2'

export const sheetVersion = 2
export const packVersion = 1

/** `efferent.line-sheet/1` → 1. */
const versionIn = (format: string) => (raw: Record<string, unknown>) => {
  const stated = typeof raw.format === 'string' ? new RegExp(`^efferent\\.${format}/(\\d{1,6})$`).exec(raw.format)?.[1] : undefined
  return stated === undefined ? undefined : Number(stated)
}
export const isSheetFile = (raw: unknown): boolean =>
  typeof raw === 'object' &&
  raw !== null &&
  'format' in raw &&
  typeof raw.format === 'string' &&
  raw.format.startsWith('efferent.line-sheet/')

type Issue = { path: string; message: string }
const { predicateDepth, predicateNodes, sheetNodes } = limits

/**
 * What a schema must not be let loose on: the size of the whole, and the depth and size of each condition. A walk over the raw JSON that
 * stops at the bound it finds broken; the time it takes is bounded by `limits.sheetNodes`.
 */
function boundsOf(raw: Record<string, unknown>): Issue[] {
  const issues: Issue[] = []
  let nodes = 0
  const walk = (value: unknown, path: string): void => {
    if (issues.length > 0 || typeof value !== 'object' || value === null) return
    for (const [key, inner] of Object.entries(value)) {
      if (++nodes > sheetNodes) {
        issues.push({ path, message: `more than ${sheetNodes} values: split the sheet` })
        return
      }
      const at = Array.isArray(value) ? `${path}[${key}]` : path ? `${path}.${key}` : key
      if (key === 'when' || key === 'implies') {
        const size = sizeOf(inner)
        if (size.depth > predicateDepth || size.nodes > predicateNodes) {
          issues.push({
            path: at,
            message: `a condition is at most ${predicateDepth} deep and ${predicateNodes} parts long: say it shorter`,
          })
          return
        }
        nodes += size.nodes
      } else walk(inner, at)
    }
  }
  walk(raw, '')
  return issues
}

/** Depth and parts of a condition; counting ends where it is over the bound. */
function sizeOf(condition: unknown): { depth: number; nodes: number } {
  let nodes = 0
  const deep = (value: unknown, depth: number): number => {
    if (++nodes > predicateNodes || depth > predicateDepth || typeof value !== 'object' || value === null) return depth
    let most = depth
    for (const key of ['all', 'any', 'not'] as const) {
      const inner = (value as Record<string, unknown>)[key]
      for (const part of Array.isArray(inner) ? inner : inner === undefined ? [] : [inner]) {
        most = Math.max(most, deep(part, depth + 1))
        if (nodes > predicateNodes || most > predicateDepth) return most
      }
    }
    return most
  }
  const depth = deep(condition, 1)
  return { depth, nodes }
}

/** A line sheet from a file, a row, the wire or a draft: bounded, brought up, validated. Integrity (core) comes after. */
export const readSheet: (raw: unknown) => Reading<Sheet> = versioned({
  current: sheetVersion,
  versionOf: versionIn('line-sheet'),
  upcast: { 1: sheetOfVersion2 },
  bounds: boundsOf,
  schema: sheetSchema,
})

const readWholePack = versioned({
  current: packVersion,
  versionOf: versionIn('pack'),
  upcast: {},
  bounds: raw =>
    (Array.isArray(raw.sheets) ? raw.sheets : [])
      .slice(0, 2000)
      .flatMap((sheet: unknown, i): Issue[] =>
        typeof sheet === 'object' && sheet !== null
          ? boundsOf(sheet as Record<string, unknown>).map(({ path, message }) => ({ path: `sheets[${i}].${path}`, message }))
          : [],
      ),
  schema: packSchema,
})
/** What is older than today is brought up; what cannot be is left for the schema to name. */
function broughtUp(sheet: unknown): unknown {
  if (!isSheetFile(sheet)) return sheet
  const raw = sheet as Record<string, unknown>
  if (versionIn('line-sheet')(raw) !== 1 || boundsOf(raw).length > 0) return sheet
  try {
    return sheetOfVersion2(raw)
  } catch {
    return sheet
  }
}
/** A pack of sheets; each of them is brought up by its own version before the pack is held against its schema. */
export const readPackFile: (raw: unknown) => Reading<Pack> = raw =>
  readWholePack(
    typeof raw === 'object' && raw !== null && 'sheets' in raw && Array.isArray(raw.sheets)
      ? { ...raw, sheets: raw.sheets.slice(0, 2001).map(broughtUp) }
      : raw,
  )
