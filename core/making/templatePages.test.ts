import { describe, expect, it } from 'vitest'
import { writeDxf } from '../exchange/writeDxf'
import { writeSvg } from '../exchange/writeSvg'
import { pointsFromBends, type BendRow } from '../route/bendTable'
import { developLine, samplePoints } from '../route/developLine'
import { templateWords } from '../../shared/words/templateWords'
import { markBends } from './markBends'
import { papers, planPages, stripPages, type Paper } from './templatePages'

const rows: BendRow[] = [
  { straight: 300, rotate: 0, bend: 60, radius: 14 },
  { straight: 250, rotate: 180, bend: 60, radius: 14 },
  { straight: 280, rotate: 0, bend: 0, radius: 0 },
]
const bender = { radius: 14, takeUp: 6, springback: { offset: 0, factor: 1.03 }, grip: 18 }
const marked = () => {
  const found = markBends(rows, bender)
  if (!found.ok) throw new Error(found.error.code)
  return found.value
}
/** What stands in a file, read back: its size in millimetres and every polyline in them. */
function readSvg(text: string) {
  const [, width, height, boxWidth, boxHeight] = /width="([\d.]+)mm" height="([\d.]+)mm" viewBox="0 0 ([\d.]+) ([\d.]+)"/
    .exec(text)!
    .map(Number)
  const scale = width! / boxWidth!
  expect(height! / boxHeight!).toBeCloseTo(scale, 9)
  return {
    width: width!,
    height: height!,
    lines: [...text.matchAll(/<polyline points="([^"]+)"/g)].map(([, points]) =>
      points!.split(' ').map(point => point.split(',').map(value => Number(value) * scale) as [number, number]),
    ),
    texts: [...text.matchAll(/<text [^>]+>([^<]+)</g)].map(([, one]) => one!),
  }
}
const length = (points: readonly (readonly number[])[]) =>
  points.slice(1).reduce((sum, point, i) => sum + Math.hypot(...point.map((value, axis) => value - points[i]![axis]!)), 0)

describe.each<Paper>(['a4', 'letter'])('templates on %s', paper => {
  it('are the paper’s size, and everything stays within it', () => {
    for (const page of [
      ...stripPages(marked().developed, marked().marks, paper, templateWords),
      ...planPages(marked().rows, paper, templateWords),
    ]) {
      const read = readSvg(writeSvg(page))
      expect([read.width, read.height]).toEqual([papers[paper].width, papers[paper].height])
      for (const [x, y] of read.lines.flat()) {
        expect(x).toBeGreaterThanOrEqual(0)
        expect(x).toBeLessThanOrEqual(read.width)
        expect(y).toBeGreaterThanOrEqual(0)
        expect(y).toBeLessThanOrEqual(read.height)
      }
    }
  })
  it('the ruler is 100 mm, read back from the file', () => {
    const [page] = planPages(marked().rows, paper, templateWords)
    expect(readSvg(writeSvg(page!)).lines.some(line => Math.abs(length(line) - 100) < 0.2 && line.length === 2)).toBe(true)
  })
  it('the strips, less what they share, are as long as the tube; each mark stands at its place from the cut', () => {
    const { developed, marks } = marked()
    const long = papers[paper].width - 24
    const pages = stripPages(developed, marks, paper, templateWords).map(page => readSvg(writeSvg(page)))
    const strips = pages.flatMap(({ lines }) => lines.filter(line => line[0]![1] === line[1]![1] && length(line) !== 100))
    const total = strips.reduce((sum, line) => sum + length(line), 0) - (strips.length - 1) * 10
    expect(total).toBeCloseTo(developed, 1)
    // A mark is 16 mm high: where it stands on its strip, plus where that strip begins.
    const found = pages
      .flatMap(({ lines }) => lines)
      .filter(line => line[0]![0] === line[1]![0] && Math.abs(length(line) - 16) < 1e-6)
      .map(line => {
        const strip = strips.findIndex(one => Math.abs(one[0]![1] - (line[0]![1] + 8)) < 1e-6)
        return line[0]![0] - 12 + strip * (long - 10)
      })
    for (const { mark } of marks) expect(found.some(at => Math.abs(at - mark) < 0.2)).toBe(true)
    expect(pages.flatMap(({ texts }) => texts)).toContain('2: set 61.8°, turn 180° right, clock 180°')
  })
})

it('a line laid flat is drawn over its sheets as long as it is', () => {
  const pages = planPages(marked().rows, 'a4', templateWords)
  expect(pages.length).toBeGreaterThan(1)
  const drawn = pages.reduce((sum, page) => {
    const own = page.marks.flatMap(mark => (mark.kind === 'line' && mark.width === 0.5 ? [mark.points] : []))
    return sum + own.reduce((all, points) => all + length(points), 0)
  }, 0)
  // Where sheets overlap it is drawn on both: never less than the line, never more than it and its overlaps.
  expect(drawn).toBeGreaterThan(marked().developed - pages.length * 4)
  expect(planPages([], 'a4', templateWords)).toEqual([])
})

describe('DXF', () => {
  it('what is written is the course to a tenth of a micrometre', () => {
    const points = pointsFromBends([0, 0, 0], [1, 0, 0], rows)
    if (!points.ok) throw new Error(points.error.code)
    const developed = developLine([{ kind: 'tube', points: points.value } as never])
    if (!developed.ok) throw new Error(developed.error.code)
    const line = samplePoints(developed.value, 5).map(({ at }) => at)
    const written = writeDxf(
      line,
      points.value.map(({ at }) => at),
    )
    const number = String.raw`\n10\n(\S+)\n20\n(\S+)\n30\n(\S+)`
    const read = [...written.matchAll(new RegExp(`VERTEX\\n8\\nCENTRE_LINE${number}`, 'g'))].map(([, ...at]) => at.map(Number))
    expect(read).toHaveLength(line.length)
    for (const [i, point] of line.entries()) for (const axis of [0, 1, 2] as const) expect(read[i]![axis]).toBeCloseTo(point[axis], 3)
  })
})

it('the side of the line is as high as the line stands up from the bench, and as long as it is from above', () => {
  const stands: BendRow[] = [
    { straight: 100, rotate: 0, bend: 90, radius: 14 },
    { straight: 80, rotate: 90, bend: 90, radius: 14 },
    { straight: 60, rotate: 0, bend: 0, radius: 0 },
  ]
  const spread = (from: 'above' | 'side') => {
    const points = planPages(stands, 'a4', templateWords, from).flatMap(({ marks }) =>
      marks.flatMap(mark => (mark.kind === 'line' && mark.width === 0.5 ? mark.points : [])),
    )
    const along = (axis: 0 | 1) => Math.max(...points.map(one => one[axis])) - Math.min(...points.map(one => one[axis]))
    return [along(0), along(1)]
  }
  // Bent once flat and once upwards: 60 mm and the last bend stand up.
  const [[long, wide], [longToo, tall]] = [spread('above'), spread('side')]
  expect(long).toBeCloseTo(longToo!, 1)
  expect(tall).toBeCloseTo(60 + 14, 0)
  expect(wide).toBeCloseTo(14 + 80 + 14, 0)
})
