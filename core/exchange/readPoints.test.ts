import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readPoints } from './readPoints'
import { writeCsv } from './writeCsv'

describe('readPoints', () => {
  const two = [{ at: [0, 0, 0] }, { at: [100, -20.5, 30], radius: 25 }]
  it.each([
    ['commas with a header', 'x,y,z,radius\n0,0,0\n100,-20.5,30,25\n'],
    ['tabs from a spreadsheet with decimal commas', '0\t0\t0\t\n100\t-20,5\t30\t25'],
    ['semicolons', '0;0;0;\r\n100;-20,5;30;25\r\n'],
    ['spaces and empty rows', '\n0 0 0\n\n100 -20.5 30 25\n'],
    ['a byte-order mark', '\uFEFF0,0,0\n100,-20.5,30,25'],
  ])('%s', (_, text) => expect(readPoints(text)).toEqual({ ok: true, value: two }))

  it.each([
    ['', { code: 'POINTS_EMPTY' }],
    ['x,y,z', { code: 'POINTS_EMPTY' }],
    ['0,0,0\n1,2', { code: 'POINTS_CELLS', row: 2, cells: 2 }],
    ['1,2,3,4,5', { code: 'POINTS_CELLS', row: 1, cells: 5 }],
    ['0,0,0\n\n1,two,3', { code: 'POINTS_NUMBER', row: 3, column: 'y', text: 'two' }],
    ['0,0,0\n1,2,3,-4', { code: 'POINTS_RANGE', row: 2, column: 'radius', value: -4 }],
    ['0,0,1e9', { code: 'POINTS_RANGE', row: 1, column: 'z', value: 1e9 }],
    ['0,0,Infinity\n0,0,0', { code: 'POINTS_NUMBER', row: 1, column: 'z', text: 'Infinity' }],
    ['0,0,0\n'.repeat(2001), { code: 'POINTS_TOO_MANY', count: 2001, most: 2000 }],
  ])('%j is refused with its row', (text, error) => expect(readPoints(text)).toEqual({ ok: false, error }))

  it('reads back what a CSV writer wrote', () => {
    const number = fc.double({ min: -9999, max: 9999, noNaN: true }).map(value => Number(value.toFixed(3)) + 0)
    fc.assert(
      fc.property(
        fc.array(fc.tuple(number, number, number, fc.option(fc.integer({ min: 1, max: 500 }), { nil: undefined })), {
          minLength: 1,
          maxLength: 30,
        }),
        rows => {
          const read = readPoints(writeCsv(['x', 'y', 'z', 'radius'], rows))
          expect(read.ok && read.value.map(({ at, radius }) => [...at, radius])).toEqual(rows)
        },
      ),
    )
  })
})
