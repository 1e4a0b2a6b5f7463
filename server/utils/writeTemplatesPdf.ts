import type { Content } from 'pdfmake/interfaces'
import type { TemplatePage } from '../../core/making/templatePages'
import { writePdf } from './writePdf'

/** A point is 1/72 inch (ISO 32000). */
const points = (mm: number): number => (mm * 72) / 25.4

/** Sheets true to size: printed at 100 % a millimetre is a millimetre. All of one paper; undefined: there is nothing to draw. */
export async function writeTemplatesPdf(pages: readonly TemplatePage[]): Promise<Buffer | undefined> {
  const [first] = pages
  if (!first) return undefined
  const content = pages.flatMap(({ marks }, i): Content[] => [
    // Something that flows, to begin a page with.
    { text: ' ', fontSize: 1, ...(i > 0 && { pageBreak: 'before' as const }) },
    ...marks.map((mark): Content =>
      mark.kind === 'line'
        ? {
            canvas: [
              {
                type: 'polyline',
                points: mark.points.map(([x, y]) => ({ x: points(x), y: points(y) })),
                lineWidth: points(mark.width),
                lineColor: '#000',
              },
            ],
            absolutePosition: { x: 0, y: 0 },
          }
        : // A text is placed by its upper edge here, and by its foot on the page.
          { text: mark.text, fontSize: points(mark.size), absolutePosition: { x: points(mark.at[0]), y: points(mark.at[1] - mark.size) } },
    ),
  ])
  return writePdf({
    pageSize: { width: points(first.width), height: points(first.height) },
    pageMargins: 0,
    info: { title: first.title },
    defaultStyle: { font: 'Body', noWrap: true },
    content,
  })
}
