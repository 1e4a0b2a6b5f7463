/** A picture that was chosen: its address on this device and its size in pixels. */
export type Opened = { url: string; width: number; height: number; file: File }

/** Opens pictures to be measured in: at least two, all of one size, as one camera takes them. */
export async function openPictures(files: readonly File[]): Promise<{ ok: true; pictures: Opened[] } | { ok: false; words: string }> {
  if (files.length < 2) return { ok: false, words: 'Choose two to four pictures together.' }
  const pictures: Opened[] = []
  const refuse = (words: string) => {
    pictures.forEach(({ url }) => URL.revokeObjectURL(url))
    return { ok: false as const, words }
  }
  for (const file of files) {
    const bitmap = await createImageBitmap(file).catch(() => undefined)
    if (!bitmap) return refuse(`${file.name} cannot be read as a picture.`)
    const { width, height } = bitmap
    bitmap.close()
    pictures.push({ url: URL.createObjectURL(file), width, height, file })
  }
  const [first] = pictures
  if (pictures.some(({ width, height }) => width !== first!.width || height !== first!.height))
    return refuse('The pictures are not of one size. Take all with the same camera, held the same way round.')
  return { ok: true, pictures }
}
