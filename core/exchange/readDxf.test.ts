import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Vec3 } from '../sheet/types'
import { readDxf } from './readDxf'
import { writeDxf } from './writeDxf'

const most = 40
/** Group codes and values as Autodesk's public DXF reference lays them out, a line each. */
const dxf = (...pairs: (string | number)[]) => [0, 'SECTION', 2, 'ENTITIES', ...pairs, 0, 'ENDSEC', 0, 'EOF'].join('\n')
const lineFrom = (a: Vec3, b: Vec3) => [0, 'LINE', 8, 'L', 10, a[0], 20, a[1], 30, a[2], 11, b[0], 21, b[1], 31, b[2]]
const at = (text: string) => {
  const read = readDxf(text, most)
  return read.ok ? read.value.map(point => point.at) : read.error
}

describe('a line out of a drawing', () => {
  it('is the corners that this program wrote, whatever they are, not the fine course beside them', () => {
    const number = fc.double({ min: -9000, max: 9000, noNaN: true })
    fc.assert(
      fc.property(fc.array(fc.tuple(number, number, number), { minLength: 2, maxLength: most }), corners => {
        const course = Array.from({ length: 200 }, (_, i): Vec3 => [i, 0, 0])
        const read = at(writeDxf(course, corners)) as Vec3[]
        expect(read.length).toBe(corners.length)
        read.forEach((point, i) => point.forEach((value, axis) => expect(value).toBeCloseTo(corners[i]![axis]!, 3)))
      }),
      { numRuns: 40 },
    )
  })
  it('is a polyline in space, and the point in its head is none of its corners', () =>
    expect(
      at(
        dxf(
          0,
          'POLYLINE',
          8,
          'L',
          10,
          0,
          20,
          0,
          30,
          5,
          70,
          8,
          0,
          'VERTEX',
          10,
          1,
          20,
          2,
          30,
          3,
          0,
          'VERTEX',
          10,
          4,
          20,
          5,
          30,
          6,
          0,
          'SEQEND',
        ),
      ),
    ).toEqual([
      [1, 2, 3],
      [4, 5, 6],
    ]))
  it('is a flat polyline at its height', () =>
    expect(at(dxf(0, 'LWPOLYLINE', 8, 'L', 90, 3, 70, 0, 38, 12, 10, 0, 20, 0, 10, 50, 20, 0, 10, 50, 20, 40))).toEqual([
      [0, 0, 12],
      [50, 0, 12],
      [50, 40, 12],
    ]))
  it('is lines that meet end to end, whichever way each is drawn', () => {
    const [a, b, c]: Vec3[] = [
      [0, 0, 0],
      [100, 0, 0],
      [100, 50, 20],
    ]
    expect(at(dxf(...lineFrom(a!, b!), ...lineFrom(c!, b!)))).toEqual([a, b, c])
  })
  it.each([
    ['a photograph', 'GIF89a\nxyz', { code: 'DXF_NOT' }],
    ['nothing', '', { code: 'DXF_NOT' }],
    ['a drawing with a circle only', dxf(0, 'CIRCLE', 10, 0, 20, 0, 40, 5), { code: 'DXF_NO_LINE' }],
    [
      'two polylines',
      dxf(0, 'LWPOLYLINE', 10, 0, 20, 0, 10, 1, 20, 1, 0, 'LWPOLYLINE', 10, 5, 20, 5, 10, 6, 20, 6),
      { code: 'DXF_SEVERAL', lines: 2 },
    ],
    ['lines apart', dxf(...lineFrom([0, 0, 0], [1, 0, 0]), ...lineFrom([5, 0, 0], [9, 0, 0])), { code: 'DXF_SEVERAL', lines: 2 }],
    [
      'a curve in small pieces',
      dxf(0, 'LWPOLYLINE', ...Array.from({ length: 90 }, (_, i) => [10, i, 20, i * i]).flat()),
      { code: 'DXF_FINE', points: 90, most },
    ],
    ['a line to the moon', dxf(...lineFrom([0, 0, 0], [4e8, 0, 0])), { code: 'DXF_RANGE', value: 4e8 }],
    ['a point that is no number', dxf(0, 'LWPOLYLINE', 10, 'x', 20, 0, 10, 1, 20, 1), { code: 'DXF_RANGE', value: NaN }],
  ])('%s is refused, and why', (_, text, error) => expect(at(text)).toEqual(error))
  it('whatever else is in a file, it is read to its end or refused', () =>
    fc.assert(
      fc.property(fc.string(), junk => {
        const read = readDxf(dxf() + junk, most)
        expect(read.ok ? read.value.length : read.error.code).toBeDefined()
      }),
    ))
})
