/** Sides of a picture made to fit, never enlarged: whole pixels. */
export function fittedSides(width: number, height: number, most: number): { width: number; height: number } {
  const scale = Math.min(1, most / Math.max(width, height, 1))
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) }
}

/** A photo as a JPEG no larger than asked, drawn anew on this device: what the camera wrote beside the picture stays here. */
export async function shrinkPhoto(file: Blob, most: number): Promise<Blob> {
  const picture = await createImageBitmap(file, { imageOrientation: 'from-image' })
  const { width, height } = fittedSides(picture.width, picture.height, most)
  const canvas = document.createElement('canvas')
  canvas.width = width
  canvas.height = height
  canvas.getContext('2d')!.drawImage(picture, 0, 0, width, height)
  picture.close()
  return new Promise((resolve, reject) =>
    canvas.toBlob(blob => (blob ? resolve(blob) : reject(new Error('The photo could not be made smaller.'))), 'image/jpeg', 0.82),
  )
}
