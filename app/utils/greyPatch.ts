import type { Leg } from '#core/photo/apexesFromLegs'
import type { GreyPatch } from '#core/photo/snapToTube'

/** The piece of a picture around a straight, in shades of grey (BT.601); undefined where this browser cannot say. */
export async function greyPatch(
  file: Blob,
  [[ax, ay], [bx, by]]: Leg,
  around: number,
  size: { width: number; height: number },
): Promise<GreyPatch | undefined> {
  const [left, top] = [Math.max(0, Math.floor(Math.min(ax, bx) - around)), Math.max(0, Math.floor(Math.min(ay, by) - around))]
  const [right, low] = [
    Math.min(size.width, Math.ceil(Math.max(ax, bx) + around)),
    Math.min(size.height, Math.ceil(Math.max(ay, by) + around)),
  ]
  const [width, height] = [right - left, low - top]
  if (width < 4 || height < 4) return undefined
  const bitmap = await createImageBitmap(file, left, top, width, height).catch(() => undefined)
  const pen = bitmap && new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })
  if (!bitmap || !pen) return undefined
  pen.drawImage(bitmap, 0, 0)
  bitmap.close()
  const { data } = pen.getImageData(0, 0, width, height)
  const values = new Uint8Array(width * height)
  for (let i = 0; i < values.length; i++) values[i] = 0.299 * data[4 * i]! + 0.587 * data[4 * i + 1]! + 0.114 * data[4 * i + 2]!
  return { left, top, width, height, values }
}
