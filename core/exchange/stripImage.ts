import { fail, ok, type Result } from '../result'

export type ImageIssue =
  { code: 'IMAGE_KIND' } | { code: 'IMAGE_BROKEN'; at: number } | { code: 'IMAGE_SIZE'; width: number; height: number; most: number }
export type PlainImage = { bytes: Uint8Array; mime: 'image/jpeg'; width: number; height: number }

/**
 * A JPEG without anything but the picture: EXIF, positions, thumbnails, comments and colour-profile segments (APPn, COM) are left out,
 * everything else is copied. Refuses what is no baseline or progressive JPEG, is cut off, or is larger than `most` pixels along a side
 * (ITU-T T.81, Annex B: markers and segments).
 */
export function stripImage(bytes: Uint8Array, most = 4096): Result<PlainImage, ImageIssue> {
  if (bytes[0] !== 0xff || bytes[1] !== 0xd8) return fail({ code: 'IMAGE_KIND' })
  const kept: Uint8Array[] = [bytes.subarray(0, 2)]
  let size: { width: number; height: number } | undefined
  let at = 2
  while (at < bytes.length) {
    if (bytes[at] !== 0xff) return fail({ code: 'IMAGE_BROKEN', at })
    const marker = bytes[at + 1]
    if (marker === undefined) return fail({ code: 'IMAGE_BROKEN', at })
    if (marker === 0xff) {
      // Fill bytes may stand before a marker.
      at++
      continue
    }
    const length = ((bytes[at + 2] ?? 0) << 8) | (bytes[at + 3] ?? 0)
    if (length < 2 || at + 2 + length > bytes.length) return fail({ code: 'IMAGE_BROKEN', at })
    const isFrame = marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc
    if (isFrame) size = { height: (bytes[at + 5]! << 8) | bytes[at + 6]!, width: (bytes[at + 7]! << 8) | bytes[at + 8]! }
    const isAside = (marker >= 0xe0 && marker <= 0xef) || marker === 0xfe
    if (!isAside) kept.push(bytes.subarray(at, at + 2 + length))
    at += 2 + length
    if (marker !== 0xda) continue
    // After the first scan come coded data and further scans, up to the end-of-image marker; nothing of ours stands in between.
    const end = bytes.lastIndexOf(0xd9)
    if (end < at || bytes[end - 1] !== 0xff) return fail({ code: 'IMAGE_BROKEN', at })
    kept.push(bytes.subarray(at, end + 1))
    if (!size || size.width === 0 || size.height === 0) return fail({ code: 'IMAGE_BROKEN', at })
    if (size.width > most || size.height > most) return fail({ code: 'IMAGE_SIZE', ...size, most })
    const total = new Uint8Array(kept.reduce((sum, part) => sum + part.length, 0))
    kept.reduce((offset, part) => (total.set(part, offset), offset + part.length), 0)
    return ok({ bytes: total, mime: 'image/jpeg', ...size })
  }
  return fail({ code: 'IMAGE_BROKEN', at })
}
