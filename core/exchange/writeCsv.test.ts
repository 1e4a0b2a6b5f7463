import { expect, it } from 'vitest'
import { writeCsv } from './writeCsv'

// RFC 4180, section 2, rules 1, 2, 5, 6 and 7.
it.each([
  [[['aaa', 'b CRLF bb', 'ccc']], 'h1,h2,h3\r\naaa,b CRLF bb,ccc\r\n'],
  [[['aaa', 'b\r\nbb', 'c,c']], 'h1,h2,h3\r\naaa,"b\r\nbb","c,c"\r\n'],
  [[['aaa', 'b"bb', undefined]], 'h1,h2,h3\r\naaa,"b""bb",\r\n'],
  [[[1.5, -2, 0]], 'h1,h2,h3\r\n1.5,-2,0\r\n'],
])('writes %j', (rows, text) => expect(writeCsv(['h1', 'h2', 'h3'], rows)).toBe(text))

it('disarms what a spreadsheet would run', () =>
  expect(writeCsv(['x'], [['=HYPERLINK("a")'], ['@cmd'], ['+1']])).toBe('x\r\n"\'=HYPERLINK(""a"")"\r\n\'@cmd\r\n\'+1\r\n'))
