import { readFileSync } from 'node:fs'
import { compareLines } from '../core/making/compareLines'
import { fittingSizes } from '../core/making/fittingSizes'
import { identifyFitting } from '../core/making/identifyFitting'
import { feedInOf } from '../core/feed/feedInOf'
import { feedInMs, seededRandom } from '../core/feed/seededRandom'
import { bendOrder } from '../core/making/bendOrder'
import { endsOf, suspectReading } from '../core/making/suspectReading'
import { apexesFromLegs } from '../core/photo/apexesFromLegs'
import type { Pixel } from '../core/photo/homography'
import type { PhotoJob } from '../core/photo/photoJob'
import { reconstructLine } from '../core/photo/reconstructLine'
import { snapToTube } from '../core/photo/snapToTube'
import { pointsFromBends, type BendRow } from '../core/route/bendTable'
import type { Pack, Vec3 } from '../core/sheet/types'
import { lookAt, taps } from '../tests/helpers/benchCamera'
import { seededInteger } from '../tests/helpers/seededInteger'

type Said = { name: string; value: number; unit: string; n: number; note: string }

/** What the bench asks the processor: a line from three pictures, a new line against an old one, a fitting. */
export function measureMaking(quantile: (sorted: number[], q: number) => number, share = 1): Said[] {
  const pack = JSON.parse(readFileSync('db/demo/clutch-and-brake-lines.efferent.json', 'utf8')) as Pack
  const sheet = pack.sheets.find(({ id }) => id === 'wherry-rear-brake')!
  const draw = seededInteger(3)
  const lens = { focal: 3000, k1: 0.02, width: 4000, height: 3000 }
  const line: Vec3[] = [
    [300, 0, 5],
    [420, 60, 5],
    [520, 10, 60],
    [600, 150, 90],
    [500, 260, 20],
    [380, 300, 5],
    [300, 220, 5],
  ]
  const poses = [
    lookAt([450, 900, 900], [450, 150, 30]),
    lookAt([-350, 500, 950], [450, 150, 30]),
    lookAt([1250, 450, 850], [450, 150, 30]),
  ]
  const pictures = poses.map(pose => {
    const laid = taps(lens, pose, line).map(([x, y]): Pixel => [x + draw(7) - 3, y + draw(7) - 3])
    const legs = line.slice(1).map((_, i) => [laid[4 + 2 * i]!, laid[5 + 2 * i]!] as const)
    return { papers: [laid.slice(0, 4)], apexes: apexesFromLegs(legs) }
  })
  const job: PhotoJob = { width: lens.width, height: lens.height, papers: ['a4'], pictures }
  const rows = Array.from({ length: 6 }, (_, i): BendRow => ({ straight: 70 + 10 * i, rotate: 40 * i, bend: 30 + 10 * i, radius: 14 }))
  const points = (table: readonly BendRow[]) => {
    const made = pointsFromBends([0, 0, 0], [1, 0, 0], [...table, { straight: 60, rotate: 0, bend: 0, radius: 0 }])
    if (!made.ok) throw new Error(made.error.code)
    return made.value
  }
  const [old, fresh] = [points(rows), points(rows.map((row, i) => (i === 3 ? { ...row, bend: row.bend + 8 } : row)))]
  const time = (whole: number, work: () => unknown): number[] => {
    const n = Math.max(1, Math.round(whole * share))
    for (let i = 0; i < n / 4; i++) work()
    return Array.from({ length: n }, () => {
      const started = performance.now()
      work()
      return performance.now() - started
    }).sort((a, b) => a - b)
  }
  const said = (name: string, taken: number[], note: string): Said => ({
    name,
    value: quantile(taken, 0.5),
    unit: 'ms',
    n: taken.length,
    note,
  })
  const read = rows.map((row, i) => (i === 2 ? { ...row, rotate: -row.rotate } : row))
  const measured = endsOf(points(rows).map(({ at }) => at))!
  // A light tube on a dark bench.
  const [wide, high] = [400, 44]
  const values = Array.from({ length: wide * high }, (_, i) => (Math.abs(Math.floor(i / wide) - 21) < 6 ? 200 : 90) + draw(9))
  const patch = { left: 0, top: 0, width: wide, height: high, values }
  const feed = () => {
    const from = performance.now()
    const found = feedInOf({ lines: sheet.lines, keepouts: sheet.keepouts }, 'hard', [], {
      random: seededRandom(),
      spent: () => performance.now() - from,
      budget: feedInMs,
    })
    if (!found.ok) throw new Error(found.error.code)
  }
  const loose = { along: 1e6, end: 1e6, endAngle: 360 }
  const strict = { along: 2, end: 2, endAngle: 2 }
  return [
    said(
      'line from three pictures, median',
      time(20, () => reconstructLine(job)),
      'seven corners, lens unknown, in the core',
    ),
    said(
      'old against new, median',
      time(60, () => compareLines(old, fresh, loose)),
      'six bends, no advice wanted',
    ),
    said(
      'old against new with advice, median',
      time(12, () => compareLines(old, fresh, strict)),
      'the best change and the best two',
    ),
    said(
      'wrong reading found, median',
      time(12, () => suspectReading(read, measured)),
      'six bends, one turn taken the wrong way, in the core',
    ),
    said(
      'straight laid on its tube, median',
      time(40, () =>
        snapToTube(
          patch,
          [
            [8, 12],
            [390, 30],
          ],
          30,
        ),
      ),
      '380 pixels long, in the core',
    ),
    said(
      'order of bends, median',
      time(12, () => bendOrder(rows, 6, { reach: 35, half: 15, grip: 20 })),
      'six bends',
    ),
    said('way in, median', time(8, feed), 'a demo brake line past what stands around; two seconds at most'),
    said(
      'fitting, median',
      time(200, () => identifyFitting({ diameter: 9.8, side: 'outside', hex: 11 })),
      `${fittingSizes.length} sizes`,
    ),
  ]
}
