import type { Cell } from '../exchange/writeCsv'
import type { BendRow } from '../route/bendTable'
import type { BendMark } from './markBends'

/** A bend table as rows of a CSV file, with the marks of a bender where they are known. mm and degrees. */
export function markRows(rows: readonly BendRow[], marks: readonly BendMark[]): Cell[][] {
  const tenth = (value: number | undefined) => (value === undefined ? undefined : Math.round(value * 10) / 10)
  let bend = 0
  return [
    ['row', 'straight_mm', 'turn_degrees', 'bend_degrees', 'radius_mm', 'mark_mm', 'set_degrees'],
    ...rows.map((row, i): Cell[] => {
      const mark = row.bend > 0 ? marks[bend++] : undefined
      return [i + 1, tenth(row.straight), tenth(row.rotate), tenth(row.bend), tenth(row.radius), tenth(mark?.mark), tenth(mark?.set)]
    }),
  ]
}
