import { developLine, samplePoints } from '../route/developLine'
import { pointsFromBends, type BendRow } from '../route/bendTable'
import { lieFlat } from './tableRows'
import type { WorkedOut } from './workOut'
import type { BendMark } from './markBends'

/** Paper, mm: A4 by ISO 216, Letter 8.5 × 11 in. */
export const papers = { a4: { width: 210, height: 297 }, letter: { width: 215.9, height: 279.4 } } as const
export type Paper = keyof typeof papers
/** What is drawn on a page: mm from its upper left corner. */
export type Mark =
  | { kind: 'line'; points: readonly (readonly [number, number])[]; width: number }
  | { kind: 'text'; at: readonly [number, number]; text: string; size: number }
export type TemplatePage = { title: string; width: number; height: number; marks: readonly Mark[] }

/** What stands on the sheets, in the reader's words. */
export type TemplateWords = {
  ruler: string
  strip: (n: number, of: number) => string
  plan: (from: TemplateSide, across: number, down: number) => string
  mark: (mark: BendMark) => string
}

/** Where one looks from: the bent line lies with its first bend flat. */
export const templateSides = ['above', 'side'] as const
export type TemplateSide = (typeof templateSides)[number]

/** No printer prints to the edge. */
const margin = 12
/** Kept free on every page for its title and the ruler to check it by. */
const foot = 18
/** Neighbouring sheets show as much of each other, to be taped together. */
const overlap = 10

/** Each sheet says which it is: they are sorted on a bench. */
const titled = (page: TemplatePage): TemplatePage => ({
  ...page,
  marks: [...page.marks, { kind: 'text', at: [margin, 8], text: page.title, size: 3.2 }],
})

/** A ruler of 100 mm: printed true, it measures as much. */
function ruler(width: number, height: number, text: string): Mark[] {
  const y = height - margin
  const [x0, x1] = [margin, margin + 100]
  const ticks = Array.from({ length: 11 }, (_, i): Mark => ({
    kind: 'line',
    points: [
      [x0 + 10 * i, y],
      [x0 + 10 * i, y - (i % 5 === 0 ? 5 : 3)],
    ],
    width: 0.2,
  }))
  return [
    {
      kind: 'line',
      points: [
        [x0, y],
        [x1, y],
      ],
      width: 0.2,
    },
    ...ticks,
    { kind: 'text', at: [x1 + 3, y], text, size: 3.5 },
  ].filter(mark => mark.kind !== 'text' || width > 150) as Mark[]
}

/**
 * The tube laid straight, at true size, cut into strips one under the other: lay the paper along the tube and carry the marks over. Each
 * mark has its bend's number, what to set, and the turn; strips go on where the last ended.
 */
export function stripPages(cut: number, marks: readonly BendMark[], paper: Paper, words: TemplateWords): TemplatePage[] {
  const { width, height } = papers[paper]
  const long = width - 2 * margin
  const high = 26
  const perPage = Math.floor((height - 2 * margin - foot) / high)
  const strips = Math.max(1, Math.ceil((cut - overlap) / (long - overlap)))
  const pages: Mark[][] = []
  for (let strip = 0; strip < strips; strip++) {
    const page = Math.floor(strip / perPage)
    const from = strip * (long - overlap)
    const to = Math.min(cut, from + long)
    const y = margin + 14 + (strip % perPage) * high
    const x = (at: number) => margin + at - from
    const drawn = (pages[page] ??= [...ruler(width, height, words.ruler)])
    drawn.push({
      kind: 'line',
      points: [
        [x(from), y],
        [x(to), y],
      ],
      width: 0.3,
    })
    for (let at = Math.ceil(from / 10) * 10; at <= to; at += 10) {
      drawn.push({
        kind: 'line',
        points: [
          [x(at), y],
          [x(at), y + (at % 50 === 0 ? 3 : 1.5)],
        ],
        width: 0.15,
      })
      if (at % 50 === 0) drawn.push({ kind: 'text', at: [x(at), y + 6.5], text: String(at), size: 2.6 })
    }
    for (const bend of marks) {
      const { mark } = bend
      if (mark >= from && mark <= to)
        drawn.push(
          {
            kind: 'line',
            points: [
              [x(mark), y - 8],
              [x(mark), y + 8],
            ],
            width: 0.4,
          },
          { kind: 'text', at: [x(mark) + 1, y - 4], text: words.mark(bend), size: 3.2 },
        )
    }
  }
  return pages.map((drawn, i) => titled({ title: words.strip(i + 1, pages.length), width, height, marks: drawn }))
}

/** Everything on paper: the strip where marks and length are known, and both sides of the bent line. */
export function allPages(
  rows: readonly BendRow[],
  worked: Pick<WorkedOut, 'cut' | 'marks'>,
  paper: Paper,
  words: TemplateWords,
): TemplatePage[] {
  const strip = worked.cut && worked.marks ? stripPages(worked.cut.cut, worked.marks, paper, words) : []
  return [...strip, ...templateSides.flatMap(from => planPages(rows, paper, words, from))]
}

/** The bent line from above or from its side, at true size, over as many sheets as it takes: to hold the made line against. */
export function planPages(rows: readonly BendRow[], paper: Paper, words: TemplateWords, from: TemplateSide = 'above'): TemplatePage[] {
  const { width, height } = papers[paper]
  const made = pointsFromBends([0, 0, 0], [1, 0, 0], lieFlat(rows))
  const developed = made.ok ? developLine([{ kind: 'tube', points: made.value } as never]) : undefined
  if (!developed?.ok) return []
  const points = samplePoints(developed.value, 1).map(({ at }) => [at[0], from === 'above' ? -at[1] : -at[2]] as const)
  const [left, top] = [Math.min(...points.map(([x]) => x)), Math.min(...points.map(([, y]) => y))]
  const [right, low] = [Math.max(...points.map(([x]) => x)), Math.max(...points.map(([, y]) => y))]
  const [wide, high] = [width - 2 * margin, height - 2 * margin - foot]
  const columns = Math.max(1, Math.ceil((right - left - overlap) / (wide - overlap)))
  const lines = Math.max(1, Math.ceil((low - top - overlap) / (high - overlap)))
  const sheets = Array.from({ length: columns * lines }, (_, i) => {
    const [column, line] = [i % columns, Math.floor(i / columns)]
    const [x0, y0] = [left + column * (wide - overlap), top + line * (high - overlap)]
    const isIn = ([x, y]: readonly [number, number]) => x >= x0 && x <= x0 + wide && y >= y0 && y <= y0 + high
    // Pieces of the line that lie on this sheet.
    const pieces: (readonly [number, number])[][] = []
    for (const [k, point] of points.entries()) {
      if (!isIn(point)) continue
      if (k === 0 || !isIn(points[k - 1]!)) pieces.push([])
      pieces.at(-1)!.push([margin + point[0] - x0, margin + point[1] - y0])
    }
    const corners = [
      [margin, margin],
      [margin + wide, margin],
      [margin, margin + high],
      [margin + wide, margin + high],
    ] as const
    const crosses = corners.flatMap(([x, y]): Mark[] => [
      {
        kind: 'line',
        points: [
          [x - 3, y],
          [x + 3, y],
        ],
        width: 0.15,
      },
      {
        kind: 'line',
        points: [
          [x, y - 3],
          [x, y + 3],
        ],
        width: 0.15,
      },
    ])
    const drawn = pieces.filter(piece => piece.length > 1).map((points): Mark => ({ kind: 'line', points, width: 0.5 }))
    const title = words.plan(from, column + 1, line + 1)
    return drawn.length === 0 ? [] : [titled({ title, width, height, marks: [...drawn, ...crosses, ...ruler(width, height, words.ruler)] })]
  })
  // A sheet that the line does not cross is not printed.
  return sheets.flat()
}
