import { createRequire } from 'node:module'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import pdfmake from 'pdfmake'
import type { TDocumentDefinitions } from 'pdfmake/interfaces'

// The program runs from its own folder, where the fonts lie beside the other packages; pdfkit reads WOFF as it is.
const fontFile = (weight: 400 | 700): string =>
  createRequire(pathToFileURL(join(process.cwd(), 'package.json'))).resolve(
    `@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-${weight}-normal.woff`,
  )

/** A document in the program's own face (font `Body`). Nothing it says can make the writer fetch an address or read another file. */
export async function writePdf(document: TDocumentDefinitions): Promise<Buffer> {
  const [normal, bold] = [fontFile(400), fontFile(700)]
  pdfmake.setFonts({ Body: { normal, bold, italics: normal, bolditalics: bold } })
  pdfmake.setUrlAccessPolicy(() => false)
  pdfmake.setLocalAccessPolicy(path => path === normal || path === bold)
  return Buffer.from(await pdfmake.createPdf(document).getBuffer())
}
