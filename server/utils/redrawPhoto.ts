import sharp from 'sharp'
import { limits } from '../../shared/limits'
import { ProblemError } from './problemError'

const quality = 82

/**
 * A photo as pixels and nothing else: read, turned the way it was held, and written anew as a JPEG. What a file carries beside its picture,
 * or hides in it, does not come through. Refused: what cannot be read as a picture, or is larger than any device of ours sends.
 */
export async function redrawPhoto(bytes: Uint8Array): Promise<{ bytes: Uint8Array; width: number; height: number }> {
  try {
    const { data, info } = await sharp(bytes, { limitInputPixels: limits.photoSide ** 2, failOn: 'error', animated: false })
      .rotate()
      .resize({ width: limits.photoSide, height: limits.photoSide, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality })
      .toBuffer({ resolveWithObject: true })
    return { bytes: data, width: info.width, height: info.height }
  } catch {
    throw new ProblemError('PHOTO_REFUSED', 'The photo cannot be read as a picture: it is damaged. Take it again.')
  }
}
