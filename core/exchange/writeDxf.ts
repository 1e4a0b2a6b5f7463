import type { Vec3 } from '../sheet/types'

/** Group codes and values, each on a line of its own. */
const pairs = (...values: (string | number)[]): string => values.map(String).join('\n')

/**
 * A centre line as DXF R12 (ASCII): one polyline in space, in millimetres, and its corners as points on a layer of their own. The format as
 * Autodesk's public DXF reference describes its groups.
 */
export function writeDxf(line: readonly Vec3[], corners: readonly Vec3[]): string {
  const n = (value: number) => (Math.round(value * 1e4) / 1e4).toFixed(4)
  const at = ([x, y, z]: Vec3) => [10, n(x), 20, n(y), 30, n(z)]
  return [
    pairs(0, 'SECTION', 2, 'ENTITIES'),
    pairs(0, 'POLYLINE', 8, 'CENTRE_LINE', 66, 1, ...at([0, 0, 0]), 70, 8),
    ...line.map(point => pairs(0, 'VERTEX', 8, 'CENTRE_LINE', ...at(point), 70, 32)),
    pairs(0, 'SEQEND', 8, 'CENTRE_LINE'),
    ...corners.map(point => pairs(0, 'POINT', 8, 'CORNERS', ...at(point))),
    pairs(0, 'ENDSEC', 0, 'EOF'),
    '',
  ].join('\n')
}

/** The polylines in space of such a file, each as its points, mm; for files of other programs too, as far as they keep to R12. */
export function readDxf(text: string): Vec3[][] {
  const rows = text.split(/\r\n?|\n/)
  const groups: { code: number; value: string }[] = []
  for (let i = 0; i + 1 < rows.length; i += 2) groups.push({ code: Number(rows[i]!.trim()), value: rows[i + 1]!.trim() })
  const lines: Vec3[][] = []
  let kind = ''
  let point: [number, number, number] | undefined
  const close = () => {
    if (kind === 'VERTEX' && point?.every(Number.isFinite)) lines.at(-1)?.push(point)
    point = undefined
  }
  for (const { code, value } of groups) {
    if (code === 0) {
      close()
      kind = value
      if (kind === 'POLYLINE') lines.push([])
      if (kind === 'VERTEX') point = [NaN, NaN, 0]
    } else if (point && (code === 10 || code === 20 || code === 30)) point[code / 10 - 1] = Number(value)
  }
  close()
  return lines.filter(line => line.length > 1)
}
