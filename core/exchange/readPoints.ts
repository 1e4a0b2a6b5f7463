import { fail, ok, type Result } from '../result'
import type { CentrePoint } from '../sheet/types'
import { millimetres } from '../units/types'

export type PointsIssue =
  | { code: 'POINTS_EMPTY' }
  | { code: 'POINTS_CELLS'; row: number; cells: number }
  | { code: 'POINTS_NUMBER'; row: number; column: 'x' | 'y' | 'z' | 'radius'; text: string }
  | { code: 'POINTS_RANGE'; row: number; column: 'x' | 'y' | 'z' | 'radius'; value: number }
  | { code: 'POINTS_TOO_MANY'; count: number; most: number }

const columns = ['x', 'y', 'z', 'radius'] as const
const most = 2000
/** Beyond ten metres nothing lies on a car. */
const reach = 10_000

/** Cells of a row: tabs, semicolons, commas or spaces divide; with tabs or semicolons a comma is a decimal comma. */
function cellsOf(row: string): string[] {
  if (row.includes('\t')) return row.split('\t').map(cell => cell.trim().replace(',', '.'))
  if (row.includes(';')) return row.split(';').map(cell => cell.trim().replace(',', '.'))
  return row.includes(',') ? row.split(',').map(cell => cell.trim()) : row.trim().split(/\s+/)
}

/**
 * A table pasted from anywhere (x,y,z,radius in mm, one point a row; radius may be missing) → centre-line points. A first row of words is a
 * header. Rows are counted from 1 as the person sees them, empty ones included. Fails at the first row that cannot be read, and with none
 * or too many.
 */
export function readPoints(text: string): Result<CentrePoint[], PointsIssue> {
  const points: CentrePoint[] = []
  let first = true
  for (const [i, raw] of text.split(/\r\n?|\n/).entries()) {
    if (raw.trim() === '') continue
    const cells = cellsOf(raw.replace(/^\uFEFF/, ''))
    const isHeader = first && cells.every(cell => !/^[-+]?[\d.]/.test(cell))
    first = false
    if (isHeader) continue
    while (cells.length > 3 && cells.at(-1) === '') cells.pop()
    if (cells.length < 3 || cells.length > 4) return fail({ code: 'POINTS_CELLS', row: i + 1, cells: cells.length })
    const values: number[] = []
    for (const [k, cell] of cells.entries()) {
      const value = cell === '' ? NaN : Number(cell)
      const column = columns[k]!
      if (!Number.isFinite(value)) return fail({ code: 'POINTS_NUMBER', row: i + 1, column, text: cell.slice(0, 20) })
      if (Math.abs(value) > reach || (column === 'radius' && value < 0)) return fail({ code: 'POINTS_RANGE', row: i + 1, column, value })
      values.push(value)
    }
    const [x, y, z, radius] = values as [number, number, number, number | undefined]
    points.push(radius ? { at: [x, y, z], radius: millimetres(radius) } : { at: [x, y, z] })
    if (points.length > most) return fail({ code: 'POINTS_TOO_MANY', count: points.length, most })
  }
  return points.length === 0 ? fail({ code: 'POINTS_EMPTY' }) : ok(points)
}
