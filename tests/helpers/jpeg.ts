/** The smallest JPEG that reads as one: a grey square of 8 by 8, with segments of one's own beside the picture. */
export function jpegOf({ aside, width = 8 }: { aside: readonly (readonly [marker: number, text: string])[]; width?: number }): Buffer {
  const segment = (marker: number, body: Buffer) =>
    Buffer.concat([Buffer.from([0xff, marker, (body.length + 2) >> 8, (body.length + 2) & 255]), body])
  // One quantisation table of ones, one component, and the shortest Huffman tables: one code each.
  const table = segment(0xdb, Buffer.concat([Buffer.from([0]), Buffer.alloc(64, 1)]))
  const frame = segment(0xc0, Buffer.from([8, 0, 8, width >> 8, width & 255, 1, 1, 0x11, 0]))
  const huffman = (kind: number) => segment(0xc4, Buffer.concat([Buffer.from([kind, 1]), Buffer.alloc(15, 0), Buffer.from([0])]))
  const scan = segment(0xda, Buffer.from([1, 1, 0, 0, 63, 0]))
  return Buffer.concat([
    Buffer.from([0xff, 0xd8]),
    ...aside.map(([marker, text]) => segment(marker, Buffer.from(text))),
    table,
    frame,
    huffman(0),
    huffman(0x10),
    scan,
    Buffer.from([0x3f, 0xff, 0xd9]),
  ])
}
