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
