export type Cell = string | number | undefined

// A text cell that a spreadsheet would run as a formula is written with a leading apostrophe (OWASP, CSV injection; the full-width signs
// too).
const disarm = (text: string): string => (/^[=+\-@\t\r\n＝＋－＠]/.test(text) ? `'${text}` : text)

function writeCell(cell: Cell): string {
  if (cell === undefined) return ''
  const text = typeof cell === 'number' ? String(cell) : disarm(cell)
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
}

/** RFC 4180: header row, CRLF, quotes doubled. Unknown is an empty cell, never zero. */
export const writeCsv = (header: readonly string[], rows: readonly (readonly Cell[])[]): string => csvLines([header, ...rows])

/** Rows as they stand in such a file, for one that is sent piece by piece. */
export const csvLines = (rows: readonly (readonly Cell[])[]): string => rows.map(row => `${row.map(writeCell).join(',')}\r\n`).join('')
