import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { jpegOf } from '../../tests/helpers/jpeg'
import { stripImage } from './stripImage'

const text = (bytes: Uint8Array) => Buffer.from(bytes).toString('latin1')

describe('stripImage (markers and segments of ITU-T T.81, Annex B)', () => {
  it('leaves out whatever stands beside the picture, and nothing of the picture', () => {
    const plain = stripImage(
      jpegOf({
        aside: [
          [0xe1, 'Exif\0\0 54.1 N 8.8 E'],
          [0xe0, 'JFIF\0'],
          [0xfe, 'somebody’s comment'],
          [0xed, 'Photoshop'],
        ],
      }),
    )
    if (!plain.ok) throw new Error(plain.error.code)
    expect(plain.value).toMatchObject({ mime: 'image/jpeg', width: 8, height: 8 })
    for (const word of ['Exif', '54.1', 'comment', 'Photoshop', 'JFIF']) expect(text(plain.value.bytes)).not.toContain(word)
    expect(Buffer.from(plain.value.bytes).equals(Buffer.from(jpegOf({ aside: [] })))).toBe(true)
  })

  it('what follows the picture goes as well', () => {
    const bytes = Buffer.concat([jpegOf({ aside: [] }), Buffer.from('<script>')])
    const plain = stripImage(bytes)
    expect(plain.ok && text(plain.value.bytes)).not.toContain('script')
  })

  it.each([
    ['a PNG', Buffer.from([0x89, 0x50, 0x4e, 0x47]), 'IMAGE_KIND'],
    ['nothing', Buffer.alloc(0), 'IMAGE_KIND'],
    ['a start alone', Buffer.from([0xff, 0xd8]), 'IMAGE_BROKEN'],
    ['a segment longer than the file', Buffer.from([0xff, 0xd8, 0xff, 0xe1, 0xff, 0xff, 1]), 'IMAGE_BROKEN'],
    ['one without its end', jpegOf({ aside: [] }).subarray(0, -2), 'IMAGE_BROKEN'],
    ['one larger than is kept', jpegOf({ aside: [], width: 5000 }), 'IMAGE_SIZE'],
  ])('refuses %s', (_, bytes, code) => {
    expect(stripImage(bytes)).toMatchObject({ ok: false, error: { code } })
  })

  it('never fails on hostile bytes', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), tail => {
        const result = stripImage(Buffer.concat([Buffer.from([0xff, 0xd8]), tail]))
        if (result.ok) expect(result.value.bytes.length).toBeLessThanOrEqual(tail.length + 2)
      }),
      { numRuns: 500 },
    )
  })
})
